import * as fontkit from 'fontkit';
import { describe, expect, it } from 'vitest';
import { evaluate } from '@/core';
import { readSvg, svgToDesign } from '@/core/importing';
import { linesOf } from '@/core/lettering/lines';
import { nodesBounds } from '@/core/live';
import { fontBytes, takeShippedFaces } from '../../faces';
import { parts, svg } from './svg-cases';

takeShippedFaces();

describe('text of an SVG', () => {
  const words = (body: string) =>
    parts(body).flatMap((p) => (p.source.kind === 'lettering' ? [{ ...p, source: p.source }] : []));

  it('is lettering, a part a line, from its anchor along its baseline', () => {
    const lines = words(
      '<text x="10" y="20" font-size="12" text-anchor="middle">One <tspan fill="#c40" font-size="24">big</tspan>\n  line<tspan x="5" dy="1.5em" letter-spacing="3">Two</tspan></text>',
    );
    expect(lines.map(({ source: l, place }) => [l.text, place.x, place.y, l.size, l.alignment])).toEqual([
      ['One big line', 10, 20, 12, 'centre'],
      // An em is the size of the words themselves.
      ['Two', 5, 38, 12, 'centre'],
    ]);
    expect(lines[0].source.runs).toEqual([{ from: 4, to: 7, scale: 2, colour: '#cc4400' }]);
    expect(lines[1].source.tracking).toBe(0.25);
  });

  it('stands as wide as fontkit says, about its anchor', () => {
    const text = 'Observatory';
    const { design } = svgToDesign(
      svg(
        `<text x="50" y="50" font-family="'Nothing Known', Anton" font-size="20" text-anchor="middle">${text}</text>`,
      ),
      'x',
    );
    const font = fontkit.create(Buffer.from(fontBytes('anton')));
    const layout = font.layout(text);
    const k = 20 / font.unitsPerEm;
    const wide = layout.positions.reduce((sum, p) => sum + p.xAdvance, 0);
    const [firstGlyph, lastGlyph] = [layout.glyphs[0], layout.glyphs[layout.glyphs.length - 1]];
    const lastAdvance = layout.positions[layout.positions.length - 1].xAdvance;
    const b = nodesBounds(evaluate(design, design.sheets[0].id).nodes);
    const left = 50 - (k * wide) / 2;
    expect(b?.x0).toBeCloseTo(left + k * firstGlyph.bbox.minX, 2);
    expect(b?.x1).toBeCloseTo(left + k * (wide - lastAdvance + lastGlyph.bbox.maxX), 2);
    expect(b?.y1).toBeCloseTo(50 - k * Math.min(...layout.glyphs.map((g) => g.bbox.minY)), 2);
  });

  it('keeps the places and the shifts of single letters', () => {
    const apart = words('<text x="10 30 50" y="20 25" font-size="10">Abcd</text>');
    expect(apart.map((w) => [w.source.text, w.place.x, w.place.y])).toEqual([
      ['A', 10, 20],
      ['b', 30, 25],
      ['cd', 50, 25],
    ]);
    const [line] = words(
      '<text font-size="10" dx="0 2" dy="0 0 3">abcd<tspan dx="5" dy="-3">ef</tspan></text>',
    );
    expect(line.source.text).toBe('abcdef');
    expect(line.source.pairs).toEqual([
      { at: 1, by: 0.2 },
      { at: 4, by: 0.5 },
    ]);
    expect(line.source.letters.map((l) => [l.at, l.dy])).toEqual([
      [2, 0.3],
      [3, 0.3],
    ]);
  });

  it('runs along a path from where it begins there, each letter standing on it', () => {
    const { design, report } = svgToDesign(
      svg(
        '<defs><path id="p" d="M10 90 V10" transform="translate(5 0)"/></defs><text font-family="Anton" font-size="10"><textPath href="#p" startOffset="25%">HHH</textPath></text>',
      ),
      'x',
    );
    expect(report).toEqual([]);
    const b = nodesBounds(evaluate(design, design.sheets[0].id).nodes);
    // The path runs up at x = 15 from 90 on: a quarter of it is 20, and letters stand to its left.
    const font = fontkit.create(Buffer.from(fontBytes('anton')));
    const k = 10 / font.unitsPerEm;
    const { glyphs, positions } = font.layout('HHH');
    expect(b?.y1).toBeCloseTo(70 - k * glyphs[0].bbox.minX, 1);
    expect(b?.y0).toBeCloseTo(
      70 - k * (positions[0].xAdvance + positions[1].xAdvance + glyphs[2].bbox.maxX),
      1,
    );
    expect(b?.x1).toBeCloseTo(15, 1);
    expect(b?.x0).toBeCloseTo(15 - k * glyphs[0].bbox.maxY, 1);
  });

  it('tells of fonts that are not here, and of what a line cannot keep', () => {
    const { report } = readSvg(
      svg(
        '<text font-family="Nothing Known, serif">A</text><text rotate="9">C</text><text><textPath href="#p">D</textPath></text>',
      ),
    );
    expect(report.map((r) => r.what).sort()).toEqual([
      'Text on paths that are not in the file',
      'The font “Nothing Known”, for which another stands in',
      'Turns of single letters',
    ]);
  });

  it('are as long as they are said to be: a little by their spaces, more by their letters', () => {
    const width = (attributes: string, text = 'Open until ten') => {
      const read = readSvg(
        svg(`<text y="20" font-family="Anton" font-size="20" ${attributes}>${text}</text>`),
      );
      expect(read.report.map((r) => r.what)).toEqual(
        attributes.includes('Glyphs') ? ['Lengths that letters are stretched to'] : [],
      );
      const [{ source }] = Object.values(read.parts);
      if (source.kind !== 'lettering') throw new Error('No lettering.');
      return { tracking: source.tracking, pairs: source.pairs.length, width: linesOf(source)[0].width };
    };
    const own = width('').width;
    expect(width(`textLength="${own}"`)).toEqual({ tracking: 0, pairs: 0, width: own });
    const little = width(`textLength="${own + 3}"`);
    expect([little.tracking, little.pairs]).toEqual([0, 2]);
    expect(little.width).toBeCloseTo(own + 3, 6);
    const more = width(`textLength="${own + 26}"`);
    // Thirteen gaps between fourteen letters (SVG 2, 11.5.2).
    expect(more.tracking).toBeCloseTo(26 / 13 / 20, 6);
    expect(more.width).toBeCloseTo(own + 26, 6);
    expect(width('textLength="40"', 'Moor').width).toBeCloseTo(40, 6);
    expect(width('textLength="90" lengthAdjust="spacingAndGlyphs"').width).toBe(own);
  });

  it('are set in a font of the designer’s own by its name, in the cut that comes nearest', () => {
    const names = [
      'Hollin Sans',
      'Hollin Sans Bold',
      'Hollin Sans Light Italic',
      'Hollin Sans Condensed Bold',
    ];
    const fonts = names.map((name, i) => ({ id: `own-${String(i).repeat(40)}`, name }));
    const set = (attributes: string) => {
      const read = readSvg(svg(`<text y="20" ${attributes}>Moor</text>`), { fonts });
      const [{ source }] = Object.values(read.parts);
      const face = source.kind === 'lettering' ? source.face : '';
      return [fonts.find((f) => f.id === face)?.name ?? face, read.report.map((r) => r.what)];
    };
    const family = 'font-family="Absent, \'Hollin Sans\', serif"';
    const absent = 'The font “Absent”, for which another stands in';
    expect(set(family)).toEqual(['Hollin Sans', [absent]]);
    expect(set(`${family} font-weight="700"`)).toEqual(['Hollin Sans Bold', [absent]]);
    expect(set(`${family} font-weight="300" font-style="italic"`)).toEqual([
      'Hollin Sans Light Italic',
      [absent],
    ]);
    expect(set('font-family="Hollin Sans Condensed"')).toEqual(['Hollin Sans Condensed Bold', []]);
    // One without a slanted cut is set upright, which is told; what is not here at all has another stand in.
    expect(set('font-family="Hollin Sans Condensed" font-style="italic"')).toEqual([
      'Hollin Sans Condensed Bold',
      ['Italics'],
    ]);
    // A name that only begins like one, or has no Latin letters, is another family.
    expect(set('font-family="Hollin"')).toEqual([
      'source-sans',
      ['The font “Hollin”, for which another stands in'],
    ]);
    expect(set('font-family="游明朝"')).toEqual([
      'source-sans',
      ['The font “游明朝”, for which another stands in'],
    ]);
    expect(set('font-family="Source Sans 3"')).toEqual(['source-sans', []]);
    expect(set('font-family="Moor Serif, serif"')).toEqual([
      'eb-garamond-500',
      ['The font “Moor Serif”, for which another stands in'],
    ]);
  });
});
