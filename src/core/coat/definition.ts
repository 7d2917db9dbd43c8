import type { Bounds } from '../geometry/path';
import type { ScenePaint } from '../scene/types';
import type { Paint } from './types';

/** How one kind of paint becomes what the raster draws. */
export interface PaintDefinition<P extends Paint> {
  readonly kind: P['kind'];
  readonly defaults: P;
  /** The paint over a part with these bounds, in the part's coordinates. */
  toScene(paint: P, bounds: Bounds): ScenePaint;
}
