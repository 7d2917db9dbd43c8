import { describe, expect, it } from 'vitest';
import { type Design, evaluatePart, makeStep, outlineBounds, type Part } from '@/core';
import {
  applyGesture,
  copyFamily,
  duplicateParts,
  pressHandle,
  putPlaced,
  removeParts,
  reportOf,
  settleTies,
} from '@/core/edit';
import { box, designOf, difference, disc, withPart } from '../designs';

const ringOf = (params: object) => ({
  ...makeStep('radial-repeat', { count: 4, centreX: 0, centreY: 0, ...params }),
  id: 'ring',
});
const bead = (params: object, extra: Partial<Part> = {}) =>
  disc('bead', 200, 100, 10, { steps: [ringOf(params)], ...extra });
const paramsOf = (d: Design) => d.parts.bead.steps[0].params;
const boundsOf = (d: Design, id = 'bead') => {
  const b = outlineBounds(evaluatePart(d, d.parts[id]).outline);
  const { x, y } = d.parts[id].place;
  return b && { x0: b.x0 + x, y0: b.y0 + y, x1: b.x1 + x, y1: b.y1 + y };
};
const card = { list: 'steps', id: 'ring' } as const;

describe('a ring centred on a sibling', () => {
  const start = designOf(400, box('hub', 150, 150, 100, 100), bead({ centreOn: 'hub' }));

  it('goes round its middle, and follows it wherever it moves', () => {
    expect(boundsOf(start)).toMatchObject({ x0: 90, y0: 90, x1: 310, y1: 310 });
    const moved = withPart(start, 'hub', { place: { ...start.parts.hub.place, x: 220, y: 180 } });
    // The bead stays where it is, a quarter turn further stand the others.
    const b = boundsOf(moved);
    expect(b?.x0).toBeCloseTo(220 - 80 - 10, 6);
    expect(b?.x1).toBeCloseTo(220 + 80 + 10, 6);
    expect(b?.y1).toBeCloseTo(180 + 80 + 10, 6);
    // The same as with the numbers of that place.
    const byNumbers = withPart(moved, 'bead', { steps: [ringOf({ centreX: 20, centreY: 80 })] });
    expect(difference(moved, byNumbers)).toBe(0);
  });

  it('turned and scaled still finds it', () => {
    const place = { ...start.parts.bead.place, turn: 40, scaleX: -1.5 };
    const d = withPart(start, 'bead', { place });
    const centre = evaluatePart(d, d.parts.bead).stages[0]?.centre;
    const [c, s] = [Math.cos((40 * Math.PI) / 180), Math.sin((40 * Math.PI) / 180)];
    // Back through the turn, then the scale: (0, 100) about the bead.
    expect(centre?.x).toBeCloseTo((s * 100) / -1.5, 9);
    expect(centre?.y).toBeCloseTo(c * 100, 9);
  });

  it('keeps its place when the sibling goes or the centre is dragged', () => {
    const moved = withPart(start, 'hub', { place: { ...start.parts.hub.place, x: 220 } });
    const gone = settleTies(moved, removeParts(moved, 's', ['hub']).design);
    expect(paramsOf(gone)).toMatchObject({ centreOn: '', centreX: 20, centreY: 100 });
    const dragged = applyGesture(
      start,
      's',
      { type: 'handle', id: 'bead', card, handle: 'centre', to: { x: 200, y: 240 } },
      0,
    ).design;
    expect(paramsOf(dragged)).toMatchObject({ centreOn: '', centreY: 140 });
  });

  it('is tied to the copy of its sibling when both are copied', () => {
    const group = {
      ...box('all', 0, 0, 1, 1),
      source: { kind: 'group' as const },
      children: ['hub', 'bead'],
      coats: [],
    };
    const d = designOf(400, start.parts.hub, start.parts.bead, group);
    const [, hub, ring] = copyFamily(d.parts, 'all');
    expect(ring.steps[0].params.centreOn).toBe(hub.id);
    const alone = duplicateParts(start, 's', ['bead']);
    expect(alone.design.parts[alone.chosen[0]].steps[0].params.centreOn).toBe('hub');
  });

  it('that are centred on each other come to an end', () => {
    const other = disc('hub', 100, 100, 10, { steps: [{ ...ringOf({ centreOn: 'bead' }), id: 'other' }] });
    const d = designOf(400, other, bead({ centreOn: 'hub' }));
    expect(boundsOf(d)?.x0).toBeCloseTo(-10, 6);
    expect(boundsOf(d, 'hub')?.x1).toBeCloseTo(310, 6);
  });
});

describe('numbers of a ring', () => {
  const start = designOf(400, bead({ centreX: 0, centreY: 100 }));

  it('tell its radius and first angle, and move the part while the centre stays', () => {
    expect(reportOf(start, ['bead'], card).placed).toEqual({ ringRadius: 100, firstAngle: 0 });
    const wide = putPlaced(start, 'bead', 'ring', 'ringRadius', 150).design;
    expect(boundsOf(wide)).toMatchObject({ x0: 40, y0: 40, x1: 360, y1: 360 });
    const turned = putPlaced(start, 'bead', 'ring', 'firstAngle', 90).design;
    expect(turned.parts.bead.place).toMatchObject({ turn: 90 });
    expect(turned.parts.bead.place.x).toBeCloseTo(300, 9);
    expect(reportOf(turned, ['bead'], card).placed?.firstAngle).toBeCloseTo(0, 9);
    const upright = withPart(start, 'bead', { steps: [ringOf({ centreY: 100, turnCopies: false })] });
    const at = putPlaced(upright, 'bead', 'ring', 'firstAngle', 90).design;
    expect(at.parts.bead.place).toMatchObject({ turn: 0 });
    expect(at.parts.bead.place.x).toBeCloseTo(300, 9);
    expect(reportOf(at, ['bead'], card).placed?.firstAngle).toBeCloseTo(90, 9);
  });

  it('space copies by the angle between, and let single ones go by a press', () => {
    const d = designOf(400, bead({ centreY: 100, spacing: 'between', between: 90, count: 3 }));
    expect(boundsOf(d)).toMatchObject({ x0: 190, x1: 310, y0: 90, y1: 310 });
    expect(reportOf(d, ['bead'], card).handles.map((h) => h.id)).toContain('copy-3');
    const less = pressHandle(d, 'bead', card, 'copy-3').design;
    expect(paramsOf(less)).toMatchObject({ leaveOut: [3] });
    expect(boundsOf(less)?.y1).toBeCloseTo(210, 6);
    expect(paramsOf(pressHandle(less, 'bead', card, 'copy-3').design)).toMatchObject({ leaveOut: [] });
    expect(paramsOf(pressHandle(d, 'bead', card, 'radius').design)).toMatchObject({ leaveOut: [1] });
  });

  it('fade copies by a geometric series, each as one with all its coats', () => {
    const d = designOf(400, bead({ centreY: 100, stepOpacity: 0.5 }));
    const opacities = evaluatePart(d, d.parts.bead).nodes.map((n) => n.opacity);
    expect(opacities).toEqual([1, 0.5, 0.25, 0.125]);
    // A step after it keeps what each copy shows.
    const more = withPart(d, 'bead', { steps: [...d.parts.bead.steps, makeStep('offset', { distance: 2 })] });
    expect(evaluatePart(more, more.parts.bead).nodes.map((n) => n.opacity)).toEqual(opacities);
  });
});
