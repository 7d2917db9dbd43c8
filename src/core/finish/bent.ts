import { bendNodes } from '../bend/bend-nodes';
import type { Field } from '../document/fields';
import type { HandleContext } from '../document/handles';
import type { Bounds } from '../geometry/path';
import { nodesBounds } from '../scene/damage';
import { belly } from '../step/belly';
import { bendOf } from '../step/bend';
import { bendGrid } from '../step/bend-grid';
import { bendPins } from '../step/bend-pins';
import { bow } from '../step/bow';
import type { StepDefinition } from '../step/definition';
import { fourCorners } from '../step/four-corners';
import { roughEdge } from '../step/rough-edge';
import { taper } from '../step/taper';
import { twist } from '../step/twist';
import { wave } from '../step/wave';
import { defineFinish, type FinishDefinition } from './definition';

const over = (bounds: Bounds): HandleContext => ({ bounds, outline: [] });

/** A field as it is where its step can do one thing only, and what depended on that. */
const without = (fields: readonly Field[], name: string): readonly Field[] =>
  fields
    .filter((f) => f.name !== name)
    .map(({ onlyIf, ...f }) => (onlyIf && onlyIf.name !== name ? { ...f, onlyIf } : f));

/**
 * A bend of outlines as one of what is painted: strokes, gradients, patterns and what is soft go along. `fixed` is a field that
 * means nothing here.
 */
function paintedBend<P extends object>(
  step: StepDefinition<P>,
  fixed?: keyof P & string,
): FinishDefinition<P> {
  const { map, handles, drag, dragMany, lines, note, fold } = step;
  const defaults = fixed
    ? (Object.fromEntries(Object.entries(step.defaults).filter(([name]) => name !== fixed)) as P)
    : step.defaults;
  const whole = (params: P): P => ({ ...step.defaults, ...params });
  return defineFinish<P>({
    kind: `${step.kind}-painted`,
    bendOf: step.kind,
    label: `${step.label} as painted`,
    about: `The painted part bent: strokes, gradients, patterns and shadows go along. ${step.about}`,
    ...(step.alsoKnown ? { alsoKnown: step.alsoKnown } : {}),
    fields: fixed ? without(step.fields, fixed) : step.fields,
    defaults,
    apply(painted, params) {
      const bounds = nodesBounds(painted.nodes);
      const made = bounds && map?.(whole(params), over(bounds));
      return bounds && made ? bendNodes(painted.nodes, bendOf(made, { bounds })) : painted.nodes;
    },
    ...(step.suited ? { suited: (b: Bounds) => step.suited?.(b, { axes: [], centres: [] }) ?? {} } : {}),
    note(params, bounds) {
      if (!bounds) return null;
      const folded = fold?.(whole(params), over(bounds));
      // What is painted has an order there; an outline covers all of it.
      return folded
        ? `${folded} Where it lies over itself, the side shows that is not turned over.`
        : (note?.([], whole(params), over(bounds)) ?? null);
    },
    paintHandles: (params, bounds) => handles?.(whole(params), over(bounds)) ?? [],
    paintDrag: (params, handle, to, bounds) =>
      drag?.(whole(params), handle, to, over(bounds)) ?? { params: {} },
    ...(dragMany
      ? { paintDragMany: (params, ids, by, bounds) => dragMany(whole(params), ids, by, over(bounds)) }
      : {}),
    ...(lines ? { paintLines: (params, bounds) => lines(whole(params), over(bounds)) } : {}),
    ...(step.without ? { without: step.without } : {}),
    ...(step.typed ? { typed: step.typed } : {}),
  });
}

/** The bends of what is painted, one for each map that an outline can be bent by without another part. */
export const paintedBends = [
  paintedBend(wave, 'runs'),
  paintedBend(bow),
  paintedBend(belly),
  paintedBend(taper),
  paintedBend(twist),
  paintedBend(roughEdge),
  paintedBend(fourCorners),
  paintedBend(bendGrid),
  paintedBend(bendPins),
] as const;
