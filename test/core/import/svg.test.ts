import { readdirSync, readFileSync } from 'node:fs';
import { Resvg } from '@resvg/resvg-js';
import fc from 'fast-check';
import * as fontkit from 'fontkit';
import { describe, expect, it } from 'vitest';
import { evaluate, type Part, renderPixels, sceneToSvg, WorkFault } from '@/core';
import { picturesIn, readSvg, recipeIn, SvgFault, svgToDesign } from '@/core/importing';
import { nodesBounds } from '@/core/live';
import { parseDesign } from '@/core/reading';
import { demoDesigns } from '../../../demo';
import { fontBytes, takeShippedFaces } from '../../faces';
import { averaged, rms } from '../../pictures';
import { whole } from '../../share';

takeShippedFaces();

const width = 160;

/** How far our picture of an SVG lies from resvg’s of it or another, drawn four times as large and averaged, of 255. */
async function apart(text: string, other = text): Promise<number> {
  const { design } = svgToDesign(text, 'x');
  const ours = renderPixels({ ...evaluate(design, design.sheets[0].id), ground: [1, 1, 1, 1] }, width);
  const png = new Resvg(other, { fitTo: { mode: 'width', value: 4 * width }, background: 'white' })
    .render()
    .asPng();
  const theirs = await averaged(png, width);
  const both = Math.min(theirs.length, ours.data.length);
  return rms(theirs.subarray(0, both), ours.data.subarray(0, both));
}

const svg = (body: string, attributes = 'viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${body}</svg>`;

const parts = (body: string, attributes?: string): Part[] =>
  Object.values(readSvg(svg(body, attributes)).parts);
const sources = (body: string) => parts(body).map((p) => p.source.kind);

const gradient =
  '<linearGradient id="g"><stop offset=".2" stop-color="#c00"/><stop offset=".8" stop-color="#06c" stop-opacity=".4"/></linearGradient>';

/** What designers’ files have, in small; each is drawn by resvg as well. */
const cases: Readonly<Record<string, string>> = {
  'shapes and strokes': svg(
    '<rect x="5" y="5" width="40" height="30" rx="6" fill="#c96"/><circle cx="70" cy="25" r="18" stroke="#124" stroke-width="4" fill="none"/><ellipse cx="25" cy="70" rx="20" ry="9" fill="#396" fill-opacity=".5"/><line x1="50" y1="50" x2="95" y2="60" stroke="teal" stroke-width="3" stroke-linecap="round"/><polygon points="60,70 90,72 75,95" fill="purple"/><polyline points="5,95 20,88 35,95" fill="none" stroke="#000" stroke-dasharray="4 2 1"/>',
  ),
  'corners that are no circles': svg(
    '<rect x="10" y="10" width="80" height="60" rx="30" ry="10" fill="#369"/>',
  ),
  'fill rules': svg('<path d="M50 5 80 95 5 38 95 38 20 95z" fill-rule="evenodd" fill="#b30"/>'),
  transforms: svg(
    '<g transform="translate(50 50) rotate(30) skewX(20)"><rect x="-20" y="-10" width="40" height="20" fill="#27a" stroke="#000" stroke-width="3"/></g><rect style="transform:translate(10px,70px) scale(-1,.5)" width="-0" height="10"/><rect width="10" height="20" transform="matrix(1 .2 -.3 1 80 10)" fill="#7a2"/>',
  ),
  'style sheets': svg(
    '<style>.a{fill:#d40}g > rect.a{fill:#0a6}#x{fill:#06c}rect:first-child{stroke:#000;stroke-width:2}@media print{rect{fill:red}}</style><g color="#808"><rect class="a" x="5" y="5" width="40" height="40"/><rect id="x" class="a" x="55" y="5" width="40" height="40"/><rect class="a b" style="fill-opacity:.5" x="5" y="55" width="40" height="40"/></g><path fill="currentColor" color="#f0f" d="M55 55h40v40z"/>',
  ),
  'inherited styles': svg(
    '<g fill="none" stroke="#145" stroke-width="6" stroke-linejoin="round"><path d="M10 90 30 20 50 90"/><g stroke="inherit" fill="gold"><path d="M60 90 75 20 90 90z"/></g></g>',
  ),
  'copies and symbols': svg(
    '<defs><rect id="r" width="20" height="20"/><symbol id="s" viewBox="0 0 10 20" preserveAspectRatio="xMinYMid"><circle cx="5" cy="10" r="9"/></symbol></defs><use href="#r" x="5" y="5" fill="#a33"/><use xlink:href="#r" transform="rotate(45 50 20)" x="45" y="10" fill="#3a3"/><use href="#s" x="10" y="40" width="60" height="50" fill="#33a" opacity=".6"/>',
  ),
  'nested viewports': svg(
    '<svg x="10" y="10" width="50" height="30" viewBox="0 0 20 20" preserveAspectRatio="xMaxYMin slice"><rect width="20" height="20" fill="#acd"/><circle cx="10" cy="10" r="10" fill="#135"/></svg><svg x="50%" y="50%" width="40%" height="40%"><rect width="100%" height="50%" fill="#e80"/></svg>',
  ),
  'linear gradients': svg(
    `<defs>${gradient}<linearGradient id="h" href="#g" x1="0" y1="0" x2="1" y2="1" gradientTransform="rotate(20)"/><linearGradient id="u" xlink:href="#g" gradientUnits="userSpaceOnUse" x1="60" y1="60" x2="70" y2="75" spreadMethod="reflect"/></defs><rect x="5" y="5" width="80" height="20" fill="url(#g)"/><rect x="5" y="30" width="80" height="20" fill="url(#h)"/><circle cx="70" cy="75" r="22" fill="url(#u)"/><path d="M10 60h30v30" fill="none" stroke="url(#h)" stroke-width="8"/>`,
  ),
  'radial gradients': svg(
    `<defs><radialGradient id="g" fx=".3" fy=".3"><stop stop-color="#fff"/><stop offset="1" stop-color="#046"/></radialGradient><radialGradient id="t" href="#g" gradientUnits="userSpaceOnUse" cx="30" cy="75" r="20" fx="30" fy="75" gradientTransform="rotate(-20 30 75) scale(1 .6)" spreadMethod="reflect"/></defs><ellipse cx="50" cy="27" rx="40" ry="22" fill="url(#g)"/><rect x="5" y="52" width="60" height="44" fill="url(#t)"/>`,
  ),
  clips: svg(
    '<defs><clipPath id="c"><circle cx="30" cy="30" r="22"/><rect x="30" y="30" width="25" height="25"/></clipPath><clipPath id="b" clipPathUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5"/></clipPath><clipPath id="n" clip-path="url(#c)"><rect x="10" y="25" width="40" height="60"/></clipPath></defs><g clip-path="url(#c)"><rect width="60" height="60" fill="#48a"/></g><rect x="55" y="5" width="40" height="30" fill="#a48" clip-path="url(#b)"/><rect transform="translate(40 40)" width="60" height="60" fill="#8a4" clip-path="url(#n)" opacity=".7"/>',
  ),
  masks: svg(
    '<defs><linearGradient id="w"><stop stop-color="#fff"/><stop offset="1" stop-color="#000"/></linearGradient><mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="100" height="100"><rect width="100" height="100" fill="url(#w)"/></mask><mask id="a" mask-type="alpha" maskContentUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".4" fill="#000" fill-opacity=".6"/></mask></defs><rect x="5" y="5" width="90" height="40" fill="#c40" mask="url(#m)"/><rect x="20" y="55" width="60" height="40" fill="#04c" style="mask:url(#a)"/>',
  ),
  'masks and clips that take over from where they stand': svg(
    '<g fill="none"><mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="100" height="100"><path d="M10 10h50v50h-50z" stroke="#fff" stroke-width="12"/></mask><clipPath id="c"><path d="M60 60h35v35h-35zM70 70h15v15h-15z" clip-rule="evenodd"/></clipPath></g><rect width="100" height="100" fill="#c40" mask="url(#m)"/><rect width="100" height="100" fill="#04c" clip-path="url(#c)"/>',
  ),
  'opacity and blend modes': svg(
    '<rect width="100" height="60" fill="#fc3"/><g opacity=".5"><circle cx="30" cy="40" r="25" fill="#06c"/><circle cx="55" cy="40" r="25" fill="#c06"/></g><circle cx="75" cy="60" r="22" fill="#3a7" style="mix-blend-mode:multiply"/><g style="isolation:isolate"><rect x="5" y="70" width="30" height="25" fill="#a30"/><rect x="20" y="75" width="30" height="25" fill="#3a0" style="mix-blend-mode:screen"/></g>',
  ),
  'paint order': svg(
    '<circle cx="50" cy="50" r="30" fill="#fd6" stroke="#346" stroke-width="16" paint-order="stroke"/>',
  ),
  units: svg(
    '<rect x="1in" y="10mm" width="2cm" height="30pt" fill="#555"/>',
    'width="200px" height="120px"',
  ),
  'what is hidden': svg(
    '<rect width="50" height="50" fill="red" display="none"/><g visibility="hidden"><rect x="50" width="50" height="50" fill="red"/><rect x="60" y="60" width="30" height="30" fill="#08c" visibility="visible"/></g>',
  ),
  markers: svg(
    '<defs><marker id="a" viewBox="0 0 10 10" refX="9" refY="5" markerWidth="5" markerHeight="4" orient="auto"><path d="M0 0 10 5 0 10z" fill="#c40"/></marker><marker id="d" markerUnits="userSpaceOnUse" markerWidth="8" markerHeight="8" refX="4" refY="4"><circle cx="4" cy="4" r="3.5" fill="#06c"/></marker><marker id="s" refX="1" refY="1" markerWidth="2" markerHeight="2" orient="30" overflow="visible"><rect width="2" height="2" fill="#3a7"/></marker></defs><polyline points="10,80 30,30 60,50 90,15" fill="none" stroke="#124" stroke-width="3" marker-start="url(#a)" marker-mid="url(#d)" marker-end="url(#a)"/><path d="M15 95 Q50 60 85 95" fill="none" stroke="#555" stroke-width="2" marker-start="url(#s)" marker-end="url(#s)"/>',
  ),
  'patterns that stand by the user’s space': svg(
    '<defs><pattern id="p" patternUnits="userSpaceOnUse" x="3" y="2" width="15" height="10" patternTransform="translate(2 1)"><rect x="1" y="1" width="5" height="6" fill="#fc3"/><circle cx="10" cy="4.5" r="3" fill="#06c"/></pattern></defs><rect x="5" y="5" width="60" height="50" fill="url(#p)"/><circle cx="70" cy="70" r="24" fill="url(#p)" stroke="#000"/>',
  ),
  'patterns that stand by what they fill': svg(
    '<defs><pattern id="p" width=".25" height=".5" viewBox="0 0 10 10" preserveAspectRatio="none"><path d="M0 0h10v5h-10z" fill="#a30"/><circle cx="5" cy="7" r="3"/></pattern><pattern id="q" href="#p" patternContentUnits="objectBoundingBox" width=".5" height=".5" viewBox=""><rect width=".3" height=".3" fill="#088"/></pattern></defs><rect x="10" y="8" width="80" height="40" fill="url(#p)"/><path d="M50 55 90 95H10z" fill="url(#q)"/>',
  ),
  'shadows without what casts them': svg(
    '<defs><filter id="f" x="-1" y="-1" width="3" height="3"><feGaussianBlur in="SourceAlpha" stdDeviation="3"/><feOffset dx="6" dy="8"/><feColorMatrix values="0 0 0 0 .7 0 0 0 0 .2 0 0 0 0 0 0 0 0 .6 0"/></filter></defs><g><g transform="translate(4 6) scale(.9)"><rect x="20" y="20" width="40" height="40" fill="#fff" filter="url(#f)"/></g><circle cx="70" cy="30" r="14" fill="#06c"/></g>',
  ),
  'a path that breaks off': svg('<path d="M10 10 H60 V60 Q 20" fill="#06a"/>'),
};

describe('SVG that is opened', () => {
  it.each(Object.entries(cases))('%s: as resvg draws it', async (_, text) => {
    expect(await apart(text)).toBeLessThan(2);
  });

  it('a pattern that is turned and squeezed is its copies, as resvg draws those', async () => {
    // Of patterns that are not straight resvg draws a picture and samples it: its copies are drawn one by one instead.
    const cell =
      '<rect x="1" y="1" width="7" height="6" fill="#fc3"/><circle cx="10.5" cy="4.5" r="3" fill="#06c"/>';
    const shape = (more: string) => `<path d="M5 5h80v40l-30 50H5z" ${more}/>`;
    const turned = 'rotate(20) scale(1.2 .8)';
    const copies = Array.from({ length: 60 * 60 }, (_, i) => {
      const [column, row] = [(i % 60) - 25, Math.floor(i / 60) - 30];
      return `<g transform="translate(${3 + 14 * column} ${2 + 9 * row})">${cell}</g>`;
    }).join('');
    expect(
      await apart(
        svg(
          `<pattern id="p" patternUnits="userSpaceOnUse" x="3" y="2" width="14" height="9" patternTransform="${turned}">${cell}</pattern>${shape('fill="url(#p)"')}`,
        ),
        svg(
          `<clipPath id="c">${shape('')}</clipPath><g clip-path="url(#c)"><g transform="${turned}">${copies}</g></g>`,
        ),
      ),
    ).toBeLessThan(1);
  });

  // Open sets from the registry: icons of outlines, icons of strokes, and illustrations.
  const fromFolder = (folder: string): [string, string][] =>
    readdirSync(folder)
      .filter((f) => f.endsWith('.svg'))
      .map((f) => [f, readFileSync(`${folder}/${f}`, 'utf8')]);
  const fromSet = (name: string): [string, string][] => {
    const set = JSON.parse(readFileSync(`node_modules/@iconify-json/${name}/icons.json`, 'utf8')) as {
      width?: number;
      height?: number;
      icons: Record<string, { body: string; width?: number; height?: number }>;
    };
    return Object.entries(set.icons).map(([key, i]) => {
      const [w, h] = [i.width ?? set.width ?? 16, i.height ?? set.height ?? 16];
      return [key, svg(i.body, `width="${w}" height="${h}" viewBox="0 0 ${w} ${h}"`)];
    });
  };
  it.each([
    ['icons of outlines', () => fromFolder('node_modules/@mdi/svg/svg'), 1],
    ['icons of strokes', () => fromFolder('node_modules/lucide-static/icons'), 1],
    ['icons in colours', () => fromSet('flat-color-icons'), 1],
    ['illustrations', () => fromSet('noto'), 0.98],
  ] as const)(
    '%s of the registry: within 2 of 255 of resvg',
    { timeout: 1_800_000 },
    async (_, load, share) => {
      const files = load();
      const step = whole ? 1 : Math.ceil(files.length / 40);
      const tried = files.filter((__, i) => i % step === 0);
      const wrong: string[] = [];
      for (const [name, text] of tried) {
        const off = await apart(text);
        if (off >= 2) wrong.push(`${name} ${off.toFixed(1)}`);
      }
      expect(tried.length - wrong.length, wrong.join(', ')).toBeGreaterThanOrEqual(share * tried.length);
    },
  );

  it('comes in as primitives, groups and clips under the names it has', () => {
    expect(sources('<rect width="9" height="9"/><circle r="4"/><line x2="5"/><path d="M0 0h9v9"/>')).toEqual([
      'rectangle',
      'ellipse',
      'line',
      'path',
    ]);
    const made = parts(
      '<g id="Lamp"><title>Lamp on the hill</title><rect id="post" width="4" height="20"/><rect id="post-2" x="9" width="4" height="20"/></g>',
    );
    expect(made.map((p) => p.name)).toEqual(['post', 'post-2', 'Lamp on the hill']);
    const [post] = made;
    expect(post.source).toMatchObject({ kind: 'rectangle', width: 4, height: 20 });
    expect(post.place).toMatchObject({ x: 2, y: 10 });
    const clip = parts(
      '<clipPath id="c"><circle r="9"/></clipPath><rect width="9" height="9" clip-path="url(#c)"/>',
    );
    expect(clip.at(-1)?.source).toEqual({ kind: 'group', clip: true });
    const [painted] = parts(`${gradient}<rect width="10" height="10" fill="url(#g)"/>`);
    expect(painted.coats[0].paint).toMatchObject({
      kind: 'linear',
      x1: 0,
      x2: 1,
      fixed: false,
      stops: [{ at: 0.2 }, { at: 0.8 }],
    });
  });

  it('turns markers with their line, and those at its beginning round where they say so', () => {
    const arrow = (orient: string) =>
      parts(
        `<marker id="a" orient="${orient}"><rect width="1" height="1"/></marker><path d="M0 0 H10 V10" stroke="#000" marker-start="url(#a)" marker-mid="url(#a)" marker-end="url(#a)"/>`,
      )
        .filter((p) => p.name.startsWith('a'))
        .map((p) => Math.round(p.place.turn * 1e6) / 1e6);
    expect(arrow('auto')).toEqual([0, 45, 90]);
    expect(arrow('auto-start-reverse').map(Math.abs)).toEqual([180, 45, 90]);
    expect(arrow('30')).toEqual([30, 30, 30]);
  });

  it('moves a shadow by itself in the coordinates of its element, and knows in which space its colour is', () => {
    const [shadow] = parts(
      '<filter id="f" color-interpolation-filters="sRGB"><feOffset in="SourceAlpha" dx="10" dy="0"/><feColorMatrix values="0 0 0 0 .5 0 0 0 0 0 0 0 0 0 0 0 0 0 .5 0"/></filter><rect width="10" height="10" transform="rotate(90)" filter="url(#f)" opacity=".5"/>',
    );
    expect(shadow.place.x).toBeCloseTo(-5, 9);
    expect(shadow.place.y).toBeCloseTo(15, 9);
    expect(shadow.opacity).toBe(0.25);
    expect(shadow.finishes[0].params.colour).toBe('#800000');
  });

  it('takes what is important before what stands on the element, as CSS has it', () => {
    // resvg 2.6 does not.
    const [part] = parts(
      '<style>#x{fill:#06c!important}</style><rect id="x" width="9" height="9" style="fill:red"/>',
    );
    expect(part.coats[0].paint).toEqual({ kind: 'solid', colour: '#0066cc' });
  });

  it('tells what was left out, and where', () => {
    const { report } = readSvg(
      svg(
        '<foreignObject id="page"/><foreignObject/><image id="photo" href="https://example.org/x.png"/><rect width="9" height="9" fill="url(#p)"/><pattern id="p" width="2" height="2" patternTransform="skewX(20)"><rect width="1" height="1"/></pattern>',
      ),
    );
    expect(report).toEqual([
      { what: 'Foreign objects', where: ['page', 'foreignObject'], count: 2 },
      { what: 'Pictures', where: ['photo'], count: 1 },
      { what: 'Patterns that are slanted or have no area', where: ['Rectangle'], count: 1 },
    ]);
  });

  describe('text', () => {
    const words = (body: string) =>
      parts(body).flatMap((p) => (p.source.kind === 'lettering' ? [{ ...p, source: p.source }] : []));

    it('is lettering, a part a line, from its anchor along its baseline', () => {
      const lines = words(
        '<text x="10" y="20" font-size="12" text-anchor="middle">One <tspan fill="#c40" font-size="24">big</tspan>\n  line<tspan x="5" dy="1.5em" letter-spacing="3">Two</tspan></text>',
      );
      expect(lines.map(({ source: l, place }) => [l.text, place.x, place.y, l.size, l.alignment])).toEqual([
        ['One big line', 10, 20, 12, 'centre'],
        ['Two', 5, 44, 12, 'centre'],
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
  });

  it('has filters as finishes: shadows beneath and within, blurs', () => {
    const filtered = (body: string) =>
      parts(`<filter id="f">${body}</filter><rect width="9" height="9" filter="url(#f)"/>`)[0].finishes.map(
        (f) => [f.kind, f.params] as const,
      );
    expect(filtered('<feGaussianBlur stdDeviation="3"/>')).toMatchObject([['blur', { softness: 6 }]]);
    expect(
      filtered('<feDropShadow dx="1" dy="2" stdDeviation="3" flood-color="#f00" flood-opacity=".5"/>'),
    ).toMatchObject([
      [
        'soft-shadow',
        { shiftX: 1, shiftY: 2, softness: 6, colour: '#ff0000', opacity: 0.5, falls: 'outside' },
      ],
    ]);
    const within =
      '<feFlood flood-opacity="0" result="back"/><feBlend in="SourceGraphic" in2="back" result="shape"/><feColorMatrix in="SourceAlpha" result="hard" values="0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 127 0"/><feOffset dx="2" dy="-1"/><feGaussianBlur stdDeviation="1.5"/><feComposite in2="hard" k2="-1" k3="1" operator="arithmetic"/><feColorMatrix values="0 0 0 0 1 0 0 0 0 0 0 0 0 0 0 0 0 0 .25 0"/><feBlend in2="shape"/>';
    expect(filtered(within)).toMatchObject([
      [
        'soft-shadow',
        { falls: 'inside', shiftX: 2, shiftY: -1, softness: 3, colour: '#ff0000', opacity: 0.25 },
      ],
    ]);
    // A silhouette alone is what it is given, in one ink.
    expect(filtered('<feMerge><feMergeNode in="SourceAlpha"/></feMerge>')).toMatchObject([
      ['one-ink', { colour: '#000000' }],
    ]);
    expect(filtered('<feTurbulence/>')).toEqual([]);
  });

  describe('pictures in it', () => {
    const id = `img-${'0'.repeat(40)}-40x20`;
    const href = `data:image/png;base64,${Buffer.from('no picture, but bytes').toString('base64')}`;
    const image = (attributes: string, pictures = new Map([[href, id]])) =>
      Object.values(readSvg(svg(`<image href="${href}" ${attributes}/>`), pictures).parts)[0];

    it('are found once each, with their bytes', () => {
      const text = svg(
        `<image href="${href}"/><image xlink:href="${href}"/><image href="a.png"/><image href="data:text/html,x"/>`,
      );
      const [one, ...others] = picturesIn(text);
      expect(others).toEqual([]);
      expect(one.type).toBe('image/png');
      expect(Buffer.from(one.bytes).toString()).toBe('no picture, but bytes');
      expect(picturesIn(svg('<rect/>'))).toEqual([]);
    });

    it('stand where the standard puts them: all of them in the box, cut by it, stretched, or by their own size', () => {
      // SVG 2, 8.6 and 12.3: the picture’s own viewBox is fitted into the box that the element says.
      const at = ({ source, place, coats }: Part) => [
        (source as { width?: number }).width,
        (source as { height?: number }).height,
        place.x,
        place.y,
        (coats[0].paint as { fit?: string }).fit,
      ];
      expect(at(image('x="10" y="10" width="60" height="60"'))).toEqual([60, 30, 40, 40, 'stretch']);
      expect(at(image('width="60" height="60" preserveAspectRatio="xMidYMin"'))).toEqual([
        60,
        30,
        30,
        15,
        'stretch',
      ]);
      expect(at(image('width="60" height="60" preserveAspectRatio="none"'))).toEqual([
        60,
        60,
        30,
        30,
        'stretch',
      ]);
      expect(at(image('width="60" height="60" preserveAspectRatio="xMinYMid slice"'))).toEqual([
        60,
        60,
        30,
        30,
        'cover',
      ]);
      expect(
        image('width="60" height="60" preserveAspectRatio="xMinYMid slice"').coats[0].paint,
      ).toMatchObject({ shiftX: 30, shiftY: 0 });
      expect(at(image(''))).toEqual([40, 20, 20, 10, 'stretch']);
      expect(at(image('width="80"'))).toEqual([80, 40, 40, 20, 'stretch']);
      expect(image('transform="translate(5 5) rotate(90)" width="40"').place).toMatchObject({
        x: -5,
        y: 25,
        turn: 90,
      });
    });

    it('that are not at hand are told', () => {
      const { report } = readSvg(svg(`<image id="a" href="${href}"/>`));
      expect(report).toEqual([{ what: 'Pictures', where: ['a'], count: 1 }]);
    });
  });

  it('goes out and comes in again as the same picture', async () => {
    for (const name of ['split-moon-monogram', 'observatory-lock-up', 'moon-phase-badge']) {
      const d = demoDesigns[name]();
      const scene = evaluate(d, d.sheets[0].id);
      const { design, report } = svgToDesign(sceneToSvg(scene, 'x'), 'x');
      const [ours, again] = [scene, evaluate(design, design.sheets[0].id)].map(
        (s) => renderPixels(s, 300).data,
      );
      expect(report).toEqual([]);
      expect(rms(again, ours), name).toBeLessThan(1);
      // Once more, nothing changes any more.
      const third = svgToDesign(sceneToSvg(evaluate(design, design.sheets[0].id), 'x'), 'x').design;
      expect(rms(renderPixels(evaluate(third, third.sheets[0].id), 300).data, again)).toBeLessThan(0.1);
    }
  });

  it('opens again as the live design where that is kept inside', () => {
    const d = demoDesigns['dome-icon']();
    const text = sceneToSvg(evaluate(d, d.sheets[0].id), d.name, { recipe: JSON.stringify(d) });
    expect(parseDesign(recipeIn(text) ?? '')).toEqual(d);
    expect(recipeIn(svg(''))).toBeNull();
  });
});

describe('SVG that is refused', () => {
  it('says why, and fetches and runs nothing', () => {
    expect(() => readSvg('<html/>')).toThrow('This file is no SVG');
    expect(() => readSvg('<svg xmlns="http://www.w3.org/2000/svg"><rect></svg>')).toThrow(SvgFault);
    expect(() =>
      readSvg('<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;">]><svg>&b;</svg>'),
    ).toThrow('declares entities');
    expect(() => readSvg(svg(`${'<g>'.repeat(300)}${'</g>'.repeat(300)}`))).toThrow('nests more than 200');
    const { top, report } = readSvg(
      svg(
        '<script>alert(1)</script><use href="http://example.org/#a"/><rect width="9" height="9" onclick="x()" fill="url(http://example.org/#g)"/>',
      ),
    );
    expect(top).toHaveLength(1);
    expect(report.map((r) => r.what)).toEqual([
      'Copies of what is not in the file',
      'Paints that are not in the file',
    ]);
  });

  it('gives up style sheets whose rules would be held against too many elements, and clips long texts', () => {
    const rules = Array.from({ length: 400 }, (_, i) => `.a${i}:nth-child(${i})`).join(',');
    const many = '<rect class="a1" width="1" height="1"/>'.repeat(3000);
    expect(() => readSvg(svg(`<style>${rules}{fill:red}</style>${many}`))).toThrow(
      /held against elements .* times/,
    );
    const { parts: made, report } = readSvg(svg(`<text>${'word '.repeat(4000)}</text>`));
    const [line] = Object.values(made);
    expect(line.source.kind === 'lettering' && line.source.text.length).toBeLessThanOrEqual(10_000);
    expect(report.map((r) => r.what)).toEqual(['Ends of long texts']);
  });

  it('gives up what grows by copies of copies, and ends what refers to itself', () => {
    const bomb = Array.from(
      { length: 12 },
      (_, i) => `<g id="l${i + 1}">${`<use href="#l${i}"/>`.repeat(10)}</g>`,
    ).join('');
    expect(() =>
      readSvg(svg(`<defs><g id="l0"><rect width="1" height="1"/></g>${bomb}</defs><use href="#l12"/>`)),
    ).toThrow(WorkFault);
    expect(
      readSvg(
        svg(
          '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g><clipPath id="c" clip-path="url(#c)"><rect width="9" height="9" clip-path="url(#c)"/></clipPath><rect width="9" height="9" clip-path="url(#c)"/><mask id="m"><rect width="9" height="9" mask="url(#m)"/></mask><rect width="9" height="9" mask="url(#m)"/><linearGradient id="g" href="#g"/><rect width="9" height="9" fill="url(#g)"/>',
        ),
      ).report.length,
    ).toBeGreaterThan(0);
  });

  it('never fails in any other way, whatever stands in it', { timeout: 1_800_000 }, () => {
    const words =
      '<text x="10 20" y="30" font-size="12" letter-spacing="2" fill="url(#g)">A <tspan font-size="24" dy="1em" fill="#c40">b</tspan><tspan x="5" font-family="serif">c</tspan></text>';
    const texts = [...Object.values(cases), svg(gradient + words), svg(words)];
    const bits = [
      '"',
      '<',
      '>',
      '/',
      '0',
      '-',
      '1e9',
      'NaN',
      '%',
      'url(#g)',
      'e',
      '  ',
      'inherit',
      '()',
      ',',
      '#',
      '&amp;',
      '<g>',
      'matrix(',
    ];
    const mutated = fc
      .tuple(
        fc.constantFrom(...texts),
        fc.array(fc.tuple(fc.nat(), fc.nat(12), fc.constantFrom(...bits)), { minLength: 1, maxLength: 6 }),
      )
      .map(([text, changes]) =>
        changes.reduce(
          (t, [at, cut, put]) => t.slice(0, at % t.length) + put + t.slice((at % t.length) + cut),
          text,
        ),
      );
    let slowest = 0;
    fc.assert(
      fc.property(mutated, (text) => {
        const start = performance.now();
        try {
          const { design } = svgToDesign(text, 'x');
          parseDesign(JSON.stringify(design));
        } catch (e) {
          if (!(e instanceof SvgFault || e instanceof WorkFault))
            throw new Error(`${(e as Error).stack}\n${text}`);
        }
        slowest = Math.max(slowest, performance.now() - start);
      }),
      { numRuns: whole ? 100_000 : 1500 },
    );
    expect(slowest).toBeLessThan(2000);
  });
});
