import {
  type Turn,
  turnDefaults,
  turnDrag,
  turnFields,
  turnHandles,
  turnMap,
  turnSuited,
} from '../depth/space';
import { turnedSolid } from '../depth/space-solid';
import { size } from '../document/fields';
import { bendOf, defineBend } from './bend';
import { StepFault } from './definition';

interface InSpace extends Turn {
  /** Thickness behind the outline. */
  readonly depth: number;
}

const flat = defineBend<InSpace>({
  kind: 'in-space',
  label: 'Turn in space',
  about: 'The outline turned about three axes and seen in perspective; strokes keep their width.',
  alsoKnown: ['3d rotate', 'perspective', 'tilt'],
  fields: [...turnFields, size('depth', 'Thickness', 'How thick it is behind its outline.')],
  defaults: { ...turnDefaults, depth: 0 },
  map: turnMap,
  suited: turnSuited,
  handles: (p, { bounds }) => turnHandles(p, bounds),
  drag: (p, handle, to, { bounds }) => ({ params: turnDrag(p, handle, to, bounds) }),
});

/** The outline turned in space before it is painted, with thickness where that is wished: front and sides in one projection. */
export const inSpace: typeof flat = {
  ...flat,
  makesSolid: true,
  apply(outline, p, context) {
    if (!(p.depth > 0)) return flat.apply(outline, p, context);
    const made = turnedSolid(outline, p, p.depth, (map) => bendOf(map, context));
    if (!made)
      throw new StepFault('From here nothing of it can be seen: the eye stands inside it, or sees its edge.');
    return made;
  },
};
