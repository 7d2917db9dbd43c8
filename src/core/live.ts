/** What the workers need to show a design while it changes: damage between scenes, and scenes as messages. */
export { nodeBounds, nodesBounds, sceneDamage } from './scene/damage';
export { SceneDecoder, SceneEncoder, type WireScene } from './scene/wire';
