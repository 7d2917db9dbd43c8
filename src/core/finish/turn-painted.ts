import { bendNodes } from '../bend/bend-nodes';
import {
  edgeOnWords,
  isSeen,
  projectiveMap,
  type Turn,
  turnDefaults,
  turnDrag,
  turnedPlane,
  turnFields,
  turnHandles,
} from '../depth/space';
import { WorkFault } from '../geometry/budget';
import { bendOf } from '../step/bend';
import { defineFinish } from './definition';
import { boundsOf } from './light-nodes';

/** The part as it is painted, turned in space: strokes, gradients, patterns and shadows recede with it. */
export const turnPainted = defineFinish<Turn>({
  kind: 'turn-painted',
  label: 'Turn as painted',
  about: 'The painted part turned about three axes: strokes, gradients and patterns recede with it.',
  alsoKnown: ['3d rotate', 'perspective', 'tilt'],
  fields: turnFields,
  defaults: turnDefaults,
  apply(painted, p) {
    const bounds = boundsOf(painted.nodes);
    if (!bounds) return painted.nodes;
    const plane = turnedPlane(p);
    if (!isSeen(plane)) throw new WorkFault(edgeOnWords);
    return bendNodes(painted.nodes, bendOf(projectiveMap(plane), { bounds }));
  },
  paintHandles: turnHandles,
  paintDrag: (p, handle, to, bounds) => ({ params: turnDrag(p, handle, to, bounds) }),
});
