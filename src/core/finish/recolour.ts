import type { Rgba } from '../colour/colour';
import { colourRamp } from '../colour/gradient';
import type { SceneNode, ScenePaint } from '../scene/types';

/** What becomes of a colour, straight alpha in and out. */
export type ColourChange = (colour: Rgba) => Rgba;

/** Stretches a gradient is cut into between stops, so that the change shows along all of it. */
const pieces = 12;
/** Stops beyond which they lie close enough as they are: else each change would make twelve times as many. */
const enoughStops = 200;

function changedPaint(paint: ScenePaint, change: ColourChange): ScenePaint {
  if (paint.kind === 'solid') return { ...paint, colour: change(paint.colour) };
  const ramp = colourRamp(paint.stops, paint.interpolation);
  const sorted = [...paint.stops].sort((a, b) => a.at - b.at);
  const cuts = sorted.length > enoughStops ? 1 : pieces;
  const stops = sorted.flatMap((s, i) => {
    const next = sorted[i + 1];
    const own = { at: s.at, colour: change(s.colour) };
    if (!next || next.at <= s.at) return [own];
    const inner = Array.from({ length: cuts - 1 }, (_, k) => {
      const at = s.at + ((next.at - s.at) * (k + 1)) / cuts;
      return { at, colour: change(ramp(at)) };
    });
    return [own, ...inner];
  });
  return { ...paint, stops };
}

/** A net of premultiplied colours with each of them changed. */
function changedNet(net: Float32Array, change: ColourChange): Float32Array {
  const out = new Float32Array(net.length);
  for (let i = 0; i < net.length; i += 4) {
    const a = Math.min(1, Math.max(0, net[i + 3]));
    const straight = (k: number) => (a > 0 ? Math.min(1, Math.max(0, net[i + k] / a)) : 0);
    const [r, g, b, alpha] = change([straight(0), straight(1), straight(2), a]);
    out.set([r * alpha, g * alpha, b * alpha, alpha], i);
  }
  return out;
}

/** Nodes with the colours of all paints in them changed; geometry and blend modes stay. */
export function recolour(nodes: readonly SceneNode[], change: ColourChange): SceneNode[] {
  return nodes.map((n): SceneNode => {
    switch (n.type) {
      case 'shape':
        return { ...n, paint: changedPaint(n.paint, change) };
      case 'group':
        return { ...n, children: recolour(n.children, change) };
      case 'shadow':
        return { ...n, colour: change(n.colour) };
      case 'mesh':
        return { ...n, colours: changedNet(n.colours, change) };
      default:
        return n.ink ? { ...n, ink: change(n.ink) } : n;
    }
  });
}
