import type { Card } from '../document/card';
import { makeId } from '../document/create';
import type { ProofDefinition } from './definition';
import { besideProof } from './kind/beside';
import { distanceProof } from './kind/distance';
import { eyesProof } from './kind/eyes';
import { greyProof } from './kind/grey';
import { groundProof } from './kind/ground';
import { sceneProofs } from './kind/in-scene';
import { oneInkProof } from './kind/one-ink';
import { ownSceneProof } from './kind/own-scene';
import { patternProof } from './kind/pattern';
import { sizeProof } from './kind/size';

const all = {
  size: sizeProof,
  distance: distanceProof,
  'one-ink': oneInkProof,
  grey: greyProof,
  eyes: eyesProof,
  ground: groundProof,
  pattern: patternProof,
  'own-scene': ownSceneProof,
  beside: besideProof,
} as const;

/** The kinds of proofs. */
export const proofs = { ...all, ...sceneProofs } as unknown as Readonly<
  Record<string, ProofDefinition<object>>
>;

const usual: readonly (readonly [keyof typeof all, object])[] = [
  ...[16, 24, 32, 48, 64, 128, 256, 512].map((pixels) => ['size', { pixels }] as const),
  ['distance', {}],
  ['one-ink', {}],
  ['one-ink', { ink: '#ffffff', paper: '#1f2b38' }],
  ['grey', {}],
  ...['protan', 'deutan', 'tritan'].map((sight) => ['eyes', { sight }] as const),
  ['ground', { colour: '#ffffff' }],
  ['ground', { colour: '#1f2b38' }],
  ['ground', { colour: '#9a6b1f' }],
  ['pattern', {}],
];

/** A proof with its kind’s defaults and some parameters of its own. */
export const makeProof = (kind: string, params: object = {}, id = makeId()): Card => ({
  id,
  kind,
  on: true,
  params: { ...proofs[kind].defaults, ...params },
});

/** What hangs on the wall of a design where nothing has been chosen. */
export const usualProofs: readonly Card[] = usual.map(([kind, params], i) =>
  makeProof(kind, params, `usual-${i + 1}`),
);
