/** What the workers need to show a design while it changes: damage between scenes, scenes as messages, and bounded caches. */
export { BoundedCache, mebibytes } from './cache/bounded-cache';
export { nodeBounds, nodesBounds, sceneDamage } from './scene/damage';
export { SceneDecoder, SceneEncoder, type WireScene } from './scene/wire';
