import { gridFrame } from '../bend/grid/grid-map';
import type { PlaneMap } from '../bend/map';
import { type BendPin, pinNumbers, pinsFrom, usualRadius } from '../bend/pins/pin';
import { latticeStep, pinMap, pinsOver } from '../bend/pins/pin-map';
import { count, length, pins, share } from '../document/fields';
import type { Handle } from '../document/handles';
import type { Bounds } from '../geometry/path';
import { degrees, type Point, radians } from '../geometry/vector';
import { defineBend } from './bend';
import { StepFault } from './definition';

interface BendPins {
  readonly pins: readonly number[];
  readonly stiffness: number;
  /** Length over which what a pin does dies away, sheet units; 0 for all of it. */
  readonly reach: number;
  /** How many times over it is done. */
  readonly times: number;
}

const stays = (p: BendPin): boolean => p.toX === p.x && p.toY === p.y && p.turn === 0 && p.scale === 1;

/** Says in words which pins stand on each other. */
function apart(list: readonly BendPin[], step: number): void {
  for (let i = 0; i < list.length; i++)
    for (let k = 0; k < i; k++)
      if (Math.hypot(list[i].x - list[k].x, list[i].y - list[k].y) < step / 100)
        throw new StepFault(`Pins ${k + 1} and ${i + 1} stand in one place: take one away, or move it.`);
}

const sameBox = (a: Bounds, b: Bounds): boolean =>
  a.x0 === b.x0 && a.y0 === b.y0 && a.x1 === b.x1 && a.y1 === b.y1;

const maps = new WeakMap<BendPins, { readonly bounds: Bounds; readonly map: PlaneMap }>();

/** The map of pins over bounds; remembered by the parameters, for what is drawn and its grips ask for the same. */
function mapOf(p: BendPins, bounds: Bounds): PlaneMap | null {
  const list = pinsFrom(p.pins);
  if (list.every(stays)) return null;
  const known = maps.get(p);
  const b = gridFrame(bounds);
  if (known && sameBox(known.bounds, b)) return known.map;
  const over = pinsOver(list, b);
  apart(over, latticeStep(b));
  const settings = { stiffness: p.stiffness, reach: p.reach || Number.POSITIVE_INFINITY };
  const map = pinMap(over, b, settings, p.times);
  maps.set(p, { bounds: b, map });
  return map;
}

/** The pin that a handle belongs to, and what of it the handle is. */
function gripOf(handle: string): { readonly what: 'pin' | 'turn' | 'size'; readonly i: number } | null {
  const found = /^(pin|turn|size)-(\d+)$/.exec(handle);
  return found ? { what: found[1] as 'pin' | 'turn' | 'size', i: Number(found[2]) } : null;
}

const changed = (p: BendPins, i: number, change: Partial<BendPin>) => ({
  params: { pins: pinNumbers(pinsFrom(p.pins).map((pin, k) => (k === i ? { ...pin, ...change } : pin))) },
});

/** How far off a pin its grips stand before it is scaled. */
const armOf = (pin: BendPin, b: Bounds): number =>
  pin.radius || usualRadius * Math.max(b.x1 - b.x0, b.y1 - b.y0);

/** A few pins that bend the part as stiffly as may be. */
export const bendPins = defineBend<BendPins>({
  kind: 'bend-pins',
  label: 'Bend pins',
  about: 'A few pins, each moved, turned and scaled; what lies between them follows as stiffly as may be.',
  alsoKnown: ['rig', 'handles', 'deform', 'free form', 'warp'],
  fields: [
    pins('pins', 'Pins', 'Where they stand and where they go.'),
    share(
      'stiffness',
      'Stiffness',
      'How far sizes are kept; less lets the part stretch more softly.',
      0.5,
      1,
    ),
    length('reach', 'Reach', 'How far a pin is felt; 0 for the whole part.', 0),
    count('times', 'Times', 'How many times over it is done.', 1, 12),
  ],
  defaults: { pins: [], stiffness: 1, reach: 0, times: 1 },
  map: (p, { bounds }) => mapOf(p, bounds),
  note: (_, p) => (p.pins.length ? null : 'Place pins on the part: press “Add pins”, then on the sheet.'),
  handles(p, { bounds }): Handle[] {
    const b = gridFrame(bounds);
    return pinsOver(pinsFrom(p.pins), b).flatMap((pin, i) => {
      const from = { x: pin.toX, y: pin.toY };
      const [l, a] = [armOf(pin, b) * pin.scale, radians(pin.turn)];
      const ring = pin.radius ? { circle: { ...from, r: pin.radius * pin.scale } } : {};
      return [
        {
          id: `pin-${i}`,
          place: true,
          ...from,
          ...ring,
          ...(stays(pin) ? {} : { from: { x: pin.x, y: pin.y } }),
        },
        {
          id: `turn-${i}`,
          x: from.x + l * Math.sin(a),
          y: from.y - l * Math.cos(a),
          from,
          small: true,
          of: `pin-${i}`,
        },
        {
          id: `size-${i}`,
          x: from.x + l * Math.cos(a),
          y: from.y + l * Math.sin(a),
          from,
          small: true,
          of: `pin-${i}`,
        },
      ];
    });
  },
  drag(p, handle, to, { bounds }) {
    const b = gridFrame(bounds);
    const grip = gripOf(handle);
    const pin = grip && pinsOver(pinsFrom(p.pins), b)[grip.i];
    if (!grip || !pin) return { params: {} };
    if (grip.what === 'pin')
      return changed(p, grip.i, {
        toX: (to.x - b.x0) / (b.x1 - b.x0),
        toY: (to.y - b.y0) / (b.y1 - b.y0),
      });
    const [dx, dy] = [to.x - pin.toX, to.y - pin.toY];
    // What is turned or scaled has a size: the point alone has neither.
    const radius = pinsFrom(p.pins)[grip.i].radius || usualRadius;
    const scale = Math.min(100, Math.max(0.01, Math.hypot(dx, dy) / armOf(pin, b)));
    if (grip.what === 'size')
      return Math.abs(scale - pin.scale) < 1e-9
        ? { params: {} }
        : changed(p, grip.i, { radius, turns: true, scale });
    const turn = degrees(Math.atan2(dx, -dy));
    if (Math.abs(turn - pin.turn) < 1e-9) return { params: {} };
    // Whole turns that were made before stay.
    return changed(p, grip.i, {
      radius,
      turns: true,
      turn: turn + 360 * Math.round((pin.turn - turn) / 360),
    });
  },
  dragMany(p, handles, by, { bounds }) {
    const b = gridFrame(bounds);
    const moved = new Set(handles.flatMap((h) => gripOf(h) ?? []).map(({ i }) => i));
    const [dx, dy] = [by.x / (b.x1 - b.x0), by.y / (b.y1 - b.y0)];
    const list = pinsFrom(p.pins).map((pin, i) =>
      moved.has(i) ? { ...pin, toX: pin.toX + dx, toY: pin.toY + dy } : pin,
    );
    return { params: { pins: pinNumbers(list) } };
  },
  without(p, handles) {
    const gone = new Set(handles.flatMap((h) => gripOf(h) ?? []).map(({ i }) => i));
    const list = pinsFrom(p.pins).filter((_, i) => !gone.has(i));
    return list.length === pinsFrom(p.pins).length ? null : { pins: pinNumbers(list) };
  },
  typed(p, handle, value) {
    const grip = gripOf(handle);
    if (!grip || grip.what === 'pin') return null;
    const { radius } = pinsFrom(p.pins)[grip.i];
    const change =
      grip.what === 'turn' ? { turn: value } : { scale: Math.min(100, Math.max(0.01, value / 100)) };
    return changed(p, grip.i, { ...change, turns: true, radius: radius || usualRadius }).params;
  },
});

/** Where a pin stands in shares of what a step bends, for a place there. */
export const pinPlace = (bounds: Bounds, p: Point): Point => {
  const b = gridFrame(bounds);
  return { x: (p.x - b.x0) / (b.x1 - b.x0), y: (p.y - b.y0) / (b.y1 - b.y0) };
};
