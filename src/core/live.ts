/**
 * What the workers need to show a design while it changes: damage between scenes, scenes as messages, what draws them, and bounded
 * caches. It takes none of the kinds along, so that a worker which draws comes up at once.
 */
export { BoundedCache, mebibytes } from './cache/bounded-cache';
export { provideImages, wishKey, withImages } from './image/source';
export { undifferenced } from './image/transport';
export { Painter } from './raster/painter';
export { pictureWithin } from './raster/picture-within';
export { tileSize } from './raster/target';
export { nodeBounds, nodesBounds, sceneDamage } from './scene/damage';
export { SceneDecoder, SceneEncoder, type WireScene } from './scene/wire';
