import { type ColourStop, colourAlong } from '../../colour/gradient';
import type { GradientPaint } from '../../scene/types';

/** Stops as SVG can show them: it mixes in sRGB only, so other spaces are sampled finely. */
export function svgStops(paint: GradientPaint): ColourStop[] {
  const sorted = [...paint.stops].sort((a, b) => a.at - b.at);
  if (paint.interpolation === 'srgb' && sorted.every((s) => s.mid === undefined)) return sorted;
  const out: ColourStop[] = [];
  sorted.forEach((s, i) => {
    const next = sorted[i + 1];
    out.push(s);
    if (!next || next.at <= s.at) return;
    const n = 32;
    for (let k = 1; k < n; k++) {
      const at = s.at + ((next.at - s.at) * k) / n;
      out.push({ at, colour: colourAlong(sorted, paint.interpolation, at) });
    }
  });
  return out;
}
