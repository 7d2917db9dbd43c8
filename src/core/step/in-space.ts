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
  turnSuited,
} from '../depth/space';
import { defineBend } from './bend';
import { StepFault } from './definition';

/** The outline turned in space before it is painted: strokes keep their width. */
export const inSpace = defineBend<Turn>({
  kind: 'in-space',
  label: 'Turn in space',
  about: 'The outline turned about three axes and seen in perspective; strokes keep their width.',
  alsoKnown: ['3d rotate', 'perspective', 'tilt'],
  fields: turnFields,
  defaults: turnDefaults,
  map(p) {
    const plane = turnedPlane(p);
    if (!isSeen(plane)) throw new StepFault(edgeOnWords);
    return projectiveMap(plane);
  },
  suited: turnSuited,
  handles: (p, { bounds }) => turnHandles(p, bounds),
  drag: (p, handle, to, { bounds }) => ({ params: turnDrag(p, handle, to, bounds) }),
});
