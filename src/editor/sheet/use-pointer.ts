'use client';

import { type PointerEvent as ReactPointerEvent, type RefObject, useRef, useState } from 'react';
import { applyPatch, type Guide, makeCoat, makeId, makePart, makeSource, type Point } from '@/core';
import { childrenOf, freeName, type SheetHandle, withChildren, withPart } from '@/core/edit';
import { drawNames } from '../frame/tools';
import { changeSheet, choose, commit, enter } from '../state/actions';
import { get, say, set } from '../state/store';
import { studioEngine } from '../state/studio';
import { contourNumbers, type DraftNode, draftText } from './draft';
import { Drag } from './gestures';
import { panBy, toSheet } from './view';

type Press = ReactPointerEvent<Element>;

/** How near a press must come to a part, CSS pixels. */
const reach = 4;

interface Active {
  move(e: Press, p: Point): void;
  up(e: Press, p: Point): void;
  cancel?(): void;
}

export interface Pointer {
  readonly handlers: Record<string, (e: Press) => void>;
  readonly place: Point | null;
  readonly marquee: { a: Point; b: Point } | null;
  readonly draft: { points: readonly DraftNode[]; d: string } | null;
  turn(e: Press): void;
  scale(e: Press, side: readonly [number, number]): void;
  handle(e: Press, h: SheetHandle): void;
}

const resumed = new WeakSet<Press>();
let spaceHeld = false;
let cancelActive: (() => void) | null = null;

export const holdSpace = (held: boolean): void => {
  spaceHeld = held;
};

/** Gives up the drag or the path at hand; says whether there was one. */
export function cancelPointer(): boolean {
  if (!cancelActive) return false;
  cancelActive();
  return true;
}

let finishActive: (() => void) | null = null;

/** Ends the path being drawn; says whether there was one. */
export function finishDraft(): boolean {
  if (!finishActive) return false;
  finishActive();
  return true;
}

/** What the pointer does on the sheet: picks, drags, draws. Geometry is left to the studio. */
export function usePointer(frame: RefObject<HTMLDivElement | null>): Pointer {
  const [place, setPlace] = useState<Point | null>(null);
  const [marquee, setMarquee] = useState<{ a: Point; b: Point } | null>(null);
  const [draft, setDraft] = useState<{ points: readonly DraftNode[]; d: string } | null>(null);
  const active = useRef<Active | null>(null);
  const nodes = useRef<DraftNode[]>([]);
  const lastPress = useRef<{ p: Point; time: number } | null>(null);

  const inView = (e: { clientX: number; clientY: number }): Point => {
    const box = frame.current?.getBoundingClientRect();
    return { x: e.clientX - (box?.left ?? 0), y: e.clientY - (box?.top ?? 0) };
  };
  const onSheet = (p: Point) => toSheet(get().view, p);

  const hold = (e: Press, a: Active) => {
    // A press that went on while the studio was asked is captured already, or over.
    if (!resumed.has(e)) frame.current?.setPointerCapture(e.pointerId);
    active.current = a;
    cancelActive = () => {
      a.cancel?.();
      active.current = null;
      cancelActive = null;
      setMarquee(null);
    };
  };

  const startPan = (e: Press) => {
    let last = inView(e);
    hold(e, {
      move(_, p) {
        panBy(p.x - last.x, p.y - last.y);
        last = p;
      },
      up() {},
    });
  };

  const startMove = (e: Press, from: Point, onClick: (() => void) | null) => {
    const start = onSheet(from);
    let drag: Drag | null = null;
    let pending: Promise<void> | null = null;
    let latest: Parameters<Drag['move']> | null = null;
    const begin = async (copy: boolean) => {
      const { design, chosen } = get();
      if (!design) return;
      if (!copy) {
        drag = new Drag('Move');
        return;
      }
      const { patch, chosen: copies } = await studioEngine().studio.run({ do: 'duplicate', ids: chosen });
      const next = applyPatch(design, patch);
      drag = new Drag('Copy', next);
      set({ chosen: copies });
      await studioEngine().studio.change(patch, { ids: copies, card: get().card });
    };
    hold(e, {
      move(ev, p) {
        if (!drag && !pending && Math.hypot(p.x - from.x, p.y - from.y) < 3) return;
        pending ??= begin(ev.altKey).then(() => {
          if (latest && drag) drag.move(...latest);
        });
        const at = onSheet(p);
        latest = [
          { type: 'move', ids: get().chosen, dx: at.x - start.x, dy: at.y - start.y, straight: ev.shiftKey },
          ev.ctrlKey || ev.metaKey,
        ];
        if (drag) drag.move({ ...latest[0], ids: get().chosen } as (typeof latest)[0], latest[1]);
      },
      up() {
        if (!pending) onClick?.();
        else void pending.then(() => drag?.end());
      },
      cancel() {
        void pending?.then(() => drag?.end(false));
      },
    });
  };

  const startMarquee = (e: Press, from: Point) => {
    const before = get().chosen;
    hold(e, {
      move(_, p) {
        setMarquee({ a: from, b: p });
      },
      up(ev, p) {
        setMarquee(null);
        if (Math.hypot(p.x - from.x, p.y - from.y) < 3) {
          if (!ev.shiftKey) choose([]);
          return;
        }
        const [a, b] = [onSheet(from), onSheet(p)];
        const area = {
          x0: Math.min(a.x, b.x),
          y0: Math.min(a.y, b.y),
          x1: Math.max(a.x, b.x),
          y1: Math.max(a.y, b.y),
        };
        void studioEngine()
          .studio.within(get().scope, area)
          .then((ids) => choose(ev.shiftKey ? [...new Set([...before, ...ids])] : ids));
      },
    });
  };

  /** The guide near a place of the view; parts come first, so it is asked only where there is none. */
  const guideNear = (p: Point): Guide | undefined => {
    const { design, sheetId, view } = get();
    const sheet = design?.sheets.find((s) => s.id === sheetId);
    return sheet?.guides.find(
      (g) => Math.abs((g.axis === 'x' ? p.x - view.x : p.y - view.y) - g.at * view.zoom) <= reach,
    );
  };

  const startGuide = (e: Press, guide: Guide) => {
    let at = guide.at;
    hold(e, {
      move(_, p) {
        const q = onSheet(p);
        at = Math.round(guide.axis === 'x' ? q.x : q.y);
        set({ hits: [{ ...guide, what: 'guide', from: -1e5, to: 1e5, at, shift: 0 }], readout: String(at) });
      },
      up(_, p) {
        set({ hits: [], readout: '' });
        const out = p.x < 0 || p.y < 0;
        if (out || at !== guide.at)
          changeSheet(out ? 'Remove guide' : 'Move guide', (s) => ({
            ...s,
            guides: out
              ? s.guides.filter((g) => g.id !== guide.id)
              : s.guides.map((g) => (g.id === guide.id ? { ...g, at } : g)),
          }));
      },
      cancel: () => set({ hits: [], readout: '' }),
    });
  };

  const startPick = (e: Press) => {
    const from = inView(e);
    const at = onSheet(from);
    const { scope, view } = get();
    const shift = e.shiftKey;
    const press = { ...e } as Press;
    resumed.add(press);
    const moves: { e: Press; p: Point }[] = [];
    let released: { e: Press; p: Point } | null = null;
    const now = performance.now();
    const double =
      lastPress.current &&
      now - lastPress.current.time < 350 &&
      Math.hypot(from.x - lastPress.current.p.x, from.y - lastPress.current.p.y) < 4;
    lastPress.current = double ? null : { p: from, time: now };
    // Until the studio has said what is here, moves wait.
    hold(e, {
      move: (ev, p) => moves.push({ e: ev, p }),
      up: (ev, p) => {
        released = { e: ev, p };
      },
    });
    void studioEngine()
      .studio.pick(scope, at.x, at.y, reach / view.zoom)
      .then((ids) => {
        const { chosen, design } = get();
        const under = ids.find((id) => chosen.includes(id));
        if (double && ids.length && design?.parts[under ?? ids[0]]?.children.length) {
          enter(under ?? ids[0]);
          return;
        }
        const guide = ids.length ? undefined : guideNear(from);
        if (guide) startGuide(press, guide);
        else if (!ids.length) startMarquee(press, from);
        else if (shift) {
          const id = ids[0];
          choose(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id]);
          startMove(press, from, null);
        } else if (under) {
          // A second press at the same place goes down to what lies beneath.
          const below = ids[(ids.indexOf(under) + 1) % ids.length];
          startMove(press, from, () => choose([chosen.length > 1 ? under : below]));
        } else {
          choose([ids[0]]);
          startMove(press, from, null);
        }
        for (const m of moves) active.current?.move(m.e, m.p);
        if (released) {
          active.current?.up(released.e, released.p);
          active.current = null;
          cancelActive = null;
        }
      });
  };

  const startDraw = (e: Press, kind: string) => {
    const from = inView(e);
    const start = onSheet(from);
    const id = makeId();
    const { design, scope } = get();
    if (!design) return;
    const name = freeName(design, drawNames[kind]);
    let drag: Drag | null = null;
    hold(e, {
      move(ev, p) {
        if (!drag && Math.hypot(p.x - from.x, p.y - from.y) < 3) return;
        if (!drag) {
          drag = new Drag(`Draw ${name}`);
          set({ chosen: [id], card: { list: 'source' } });
        }
        drag.move(
          {
            type: 'draw',
            id,
            kind,
            name,
            parent: scope,
            from: start,
            to: onSheet(p),
            keepShape: ev.shiftKey,
            fromCentre: ev.altKey,
          },
          ev.ctrlKey || ev.metaKey,
        );
      },
      up() {
        if (!drag) {
          say('Drag to draw; hold Shift for equal sides, Alt to draw from the centre.');
          return;
        }
        void drag.end().then(() => {
          choose([id]);
          set({ tool: 'pick' });
        });
      },
      cancel() {
        void drag?.end(false);
      },
    });
  };

  const showDraft = (extra?: DraftNode) => {
    const list = extra ? [...nodes.current, extra] : nodes.current;
    setDraft(list.length ? { points: nodes.current.slice(), d: draftText(list, false) } : null);
  };

  const dropDraft = () => {
    nodes.current = [];
    setDraft(null);
    finishActive = null;
    cancelActive = null;
    active.current = null;
  };

  const finishPath = (closed: boolean) => {
    const list = nodes.current;
    dropDraft();
    const { design, sheetId } = get();
    if (!design || list.length < 2) return;
    const xs = list.map((n) => n.x);
    const ys = list.map((n) => n.y);
    const cx = (Math.min(...xs) + Math.max(...xs)) / 2;
    const cy = (Math.min(...ys) + Math.max(...ys)) / 2;
    const xy = contourNumbers(list, closed).map((v, i) => v - (i % 2 ? cy : cx));
    const part = makePart(makeSource('path', { contours: [{ xy, closed }] }), {
      name: freeName(design, 'Path'),
      coats: [
        closed ? makeCoat('fill', { paint: { kind: 'solid', colour: '#9a6b1f' } }) : makeCoat('stroke'),
      ],
      place: { x: cx, y: cy, turn: 0, skew: 0, scaleX: 1, scaleY: 1 },
    });
    const ids = childrenOf(design, sheetId, null);
    commit('Draw path', withChildren(withPart(design, part), sheetId, null, [...ids, part.id]));
    set({ scope: null, tool: 'pick' });
    choose([part.id]);
  };

  const startPathNode = (e: Press) => {
    const from = inView(e);
    let at = onSheet(from);
    const first = nodes.current[0];
    const { view } = get();
    if (first && nodes.current.length > 1 && Math.hypot(first.x - at.x, first.y - at.y) * view.zoom < 8) {
      finishPath(true);
      return;
    }
    const before = nodes.current.at(-1);
    if (e.shiftKey && before) {
      const a = Math.round(Math.atan2(at.y - before.y, at.x - before.x) / (Math.PI / 4)) * (Math.PI / 4);
      const l = Math.hypot(at.x - before.x, at.y - before.y);
      at = { x: before.x + l * Math.cos(a), y: before.y + l * Math.sin(a) };
    }
    if (before && Math.hypot(before.x - at.x, before.y - at.y) * view.zoom < 3) {
      finishPath(false);
      return;
    }
    nodes.current = [...nodes.current, { ...at, out: null }];
    finishActive = () => finishPath(false);
    hold(e, {
      move(_, p) {
        if (Math.hypot(p.x - from.x, p.y - from.y) < 3) return;
        nodes.current = [...nodes.current.slice(0, -1), { ...at, out: onSheet(p) }];
        showDraft();
      },
      up() {
        cancelActive = dropDraft;
      },
      cancel: dropDraft,
    });
    showDraft();
  };

  const onPointerDown = (e: Press) => {
    frame.current?.focus({ preventScroll: true });
    if (e.button === 1 || (e.button === 0 && spaceHeld)) {
      startPan(e);
      return;
    }
    if (e.button !== 0) return;
    const { tool } = get();
    if (tool === 'pick') startPick(e);
    else if (tool === 'path') startPathNode(e);
    else startDraw(e, tool);
  };

  const onPointerMove = (e: Press) => {
    const p = inView(e);
    setPlace(p);
    if (active.current) active.current.move(e, p);
    else if (get().tool === 'path' && nodes.current.length) showDraft({ ...onSheet(p), out: null });
  };

  const onPointerUp = (e: Press) => {
    const a = active.current;
    if (!a) return;
    const drafting = nodes.current.length > 0;
    active.current = null;
    if (!drafting) cancelActive = null;
    a.up(e, inView(e));
  };

  const begin = (
    e: Press,
    label: string,
    gesture: (from: Point, to: Point, ev: Press) => Parameters<Drag['move']>[0],
  ) => {
    e.stopPropagation();
    if (e.button !== 0) return;
    const from = onSheet(inView(e));
    const drag = new Drag(label);
    hold(e, {
      move: (ev, p) => drag.move(gesture(from, onSheet(p), ev), ev.ctrlKey || ev.metaKey),
      up: () => void drag.end(),
      cancel: () => void drag.end(false),
    });
  };

  return {
    handlers: {
      onPointerDown,
      onPointerMove,
      onPointerUp,
      onPointerLeave: () => setPlace(null),
      onContextMenu: (e) => e.preventDefault(),
    },
    place,
    marquee,
    draft,
    turn: (e) =>
      begin(e, 'Turn', (from, to, ev) => ({
        type: 'turn',
        ids: get().chosen,
        from,
        to,
        straight: ev.shiftKey,
      })),
    scale: (e, side) =>
      begin(e, 'Scale', (_, to, ev) => ({
        type: 'scale',
        ids: get().chosen,
        side,
        to,
        keepShape: ev.shiftKey,
        fromCentre: ev.altKey,
      })),
    handle: (e, h) =>
      begin(e, 'Drag handle', (_, to) => ({
        type: 'handle',
        id: get().chosen[0],
        card: h.card,
        handle: h.id,
        to,
      })),
  };
}
