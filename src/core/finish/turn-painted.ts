import { bendNodes } from '../bend/bend-nodes';
import { type Turn, turnDefaults, turnDrag, turnFields, turnHandles, turnMap } from '../depth/space';
import { nodesBounds } from '../scene/damage';
import { bendOf } from '../step/bend';
import { defineFinish } from './definition';

/** The part as it is painted, turned in space: strokes, gradients, patterns and shadows recede with it. */
export const turnPainted = defineFinish<Turn>({
  kind: 'turn-painted',
  label: 'Turn as painted',
  about: 'The painted part turned about three axes: strokes, gradients and patterns recede with it.',
  alsoKnown: ['3d rotate', 'perspective', 'tilt'],
  fields: turnFields,
  defaults: turnDefaults,
  apply(painted, p) {
    const bounds = nodesBounds(painted.nodes);
    if (!bounds) return painted.nodes;
    return bendNodes(painted.nodes, bendOf(turnMap(p), { bounds }));
  },
  paintHandles: turnHandles,
  paintDrag: (p, handle, to, bounds) => ({ params: turnDrag(p, handle, to, bounds) }),
});
