import { lookFields, mockUpDefaults, mockUpScene, mockUps } from '../../mock-up';
import { defineProof, type ProofDefinition } from '../definition';

/** Pixels of the longer side of a scene on the wall. */
export const scenePixels = 344;

/** What the kinds of proofs in scenes begin with. */
const begins = 'scene-';

/** The kind of the proof that shows a scene of a kind. */
export const sceneProofKind = (mockUp: string): string => begins + mockUp;

/** The kind of scene that a proof of a kind shows; null where it shows none. */
export const mockUpOfProof = (kind: string): string | null => {
  const mockUp = kind.startsWith(begins) ? kind.slice(begins.length) : '';
  return mockUp in mockUps ? mockUp : null;
};

/** The sheet as it looks in use: a proof for each scene. */
export const sceneProofs: Readonly<Record<string, ProofDefinition<object>>> = Object.fromEntries(
  Object.values(mockUps).map((d) => {
    const kind = sceneProofKind(d.kind);
    return [
      kind,
      defineProof<object>({
        kind,
        label: d.label,
        about: `The sheet in a scene. ${d.about}`,
        alsoKnown: ['mock-up', 'scene', 'in use', ...(d.alsoKnown ?? [])],
        row: 'scenes',
        fields: [...lookFields, ...d.fields],
        defaults: mockUpDefaults(d.kind),
        title: () => d.label,
        pixels: () => scenePixels,
        scene: (sheet, params) => mockUpScene(d.kind, params, sheet),
      }),
    ];
  }),
);
