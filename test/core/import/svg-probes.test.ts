import { Resvg } from '@resvg/resvg-js';
import { describe, expect, it } from 'vitest';
import { evaluate, renderPixels, shippedFaces } from '@/core';
import { svgToDesign } from '@/core/importing';
import { fontFile, takeShippedFaces } from '../../faces';
import { averaged, rms } from '../../pictures';
import { cutProbes } from './probes/cuts';
import { filterProbes } from './probes/filters';
import { paintProbes } from './probes/paints';
import { asProbe } from './probes/probe';
import { shapeProbes } from './probes/shapes';
import { strokeProbes } from './probes/strokes';
import { structureProbes } from './probes/structure';
import { wordProbes } from './probes/words';
import { svg } from './svg-cases';

takeShippedFaces();

const width = 160;
const fonts = { loadSystemFonts: false, fontFiles: shippedFaces.map((f) => fontFile(f.id)) };

/** How far our picture of an SVG lies from resvg’s of it or another, drawn four times as large and averaged, of 255. */
async function apart(text: string, other: string): Promise<number> {
  const { design } = svgToDesign(text, 'x');
  const ours = renderPixels({ ...evaluate(design, design.sheets[0].id), ground: [1, 1, 1, 1] }, width);
  const reference = { fitTo: { mode: 'width', value: 4 * width }, background: 'white', font: fonts } as const;
  const theirs = await averaged(new Resvg(other, reference).render().asPng(), width);
  expect(theirs.length).toBe(ours.data.length);
  return rms(theirs, ours.data);
}

const groups = {
  shapeProbes,
  strokeProbes,
  paintProbes,
  structureProbes,
  cutProbes,
  wordProbes,
  filterProbes,
};

describe.each(Object.entries(groups))('features of SVG: %s', (_, probes) => {
  it.each(Object.entries(probes))('%s', async (__, probe) => {
    const { body, as, told, also = false, root } = asProbe(probe);
    const text = svg(body, root);
    const said = svgToDesign(text, 'x')
      .report.map((r) => r.what)
      .join('; ');
    if (told !== undefined) expect(said).toContain(told);
    else expect(said).toBe('');
    // What is told need not be right, unless it says so.
    if (told === undefined || also) expect(await apart(text, svg(as ?? body, root))).toBeLessThan(2);
  });
});

it('there are at least 150 of them', () => {
  expect(Object.values(groups).flatMap(Object.keys).length).toBeGreaterThanOrEqual(150);
});
