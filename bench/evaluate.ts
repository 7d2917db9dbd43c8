import { type Design, evaluate, type Part } from '@/core';
import { demoDesigns } from '../demo';
import { takeShippedFaces } from '../test/faces';
import { median, ms, type Row, timeRuns, times } from './measure';

takeShippedFaces();

/** Every part of a design as a new object, so that nothing is remembered. */
const fresh = (d: Design): Design => structuredClone(d);

const moved = (d: Design, part: Part, x: number): Design => ({
  ...d,
  parts: { ...d.parts, [part.id]: { ...part, place: { ...part.place, x: part.place.x + x } } },
});

export function evaluateRows(): Row[] {
  return Object.entries(demoDesigns).map(([name, make]): Row => {
    const whole = median(timeRuns(5, () => evaluate(fresh(make()), 'sheet-1'), 2));
    const design = make();
    evaluate(design, 'sheet-1');
    // Leaves and their holders alike: a drag step of every part in turn.
    const parts = Object.values(design.parts);
    // As late in a drag: the first rounds are left out.
    const step = median(
      timeRuns(
        3 * parts.length,
        (i) => evaluate(moved(design, parts[i % parts.length], i + 1), 'sheet-1'),
        2 * parts.length,
      ),
    );
    return [`evaluate after a drag step, ${name}`, ms(step), `whole ${ms(whole)}`, times(step / whole)];
  });
}
