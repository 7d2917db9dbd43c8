import { sheet } from '../../document/fields';
import { defineProof } from '../definition';
import { scenePixels } from './in-scene';

interface OwnScene {
  readonly sheet: string;
}

/** A scene of the designer’s own making: another sheet of the design, on which this one is laid. */
export const ownSceneProof = defineProof<OwnScene>({
  kind: 'own-scene',
  label: 'Own scene',
  about: 'A sheet of the design that shows this one in use, such as on a placed picture.',
  alsoKnown: ['mock-up', 'photo', 'scene', 'in use'],
  row: 'scenes',
  fields: [sheet('sheet', 'Scene', 'The sheet that shows it.')],
  defaults: { sheet: '' },
  title: () => 'Own scene',
  pixels: () => scenePixels,
  against: (p) => (p.sheet ? `sheet:${p.sheet}` : ''),
  scene: (own, _, scene) => scene ?? own,
});
