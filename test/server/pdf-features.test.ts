import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  evaluate,
  makeCoat,
  makeDesign,
  makePart,
  makeSource,
  type Picture,
  provideImages,
  renderPixels,
} from '@/core';
import { picturesIn, svgToDesign } from '@/core/importing';
import { scenesToPdf } from '@/core/paged';
import { openSubsetter } from '@/core/shaping';
import { openImages } from '@/server/images/open-images';
import { unpackImage } from '@/server/images/unpack';
import { readPdf } from '@/server/pdf';
import { takeShippedFaces } from '../faces';
import { averaged, rms } from '../pictures';
import { type RawPage, rawPdf, stream } from './raw-pdf';

takeShippedFaces();

let folder = '';
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'compass-pdf-features-'));
});
afterAll(() => {
  provideImages(null);
  rmSync(folder, { recursive: true });
});

const width = 200;

/** A page as a design of ours, its pictures at hand, and what was told of it. */
async function opened(bytes: Uint8Array) {
  const { svg, notes } = await readPdf(bytes, { most: 1, from: 1 });
  const ids = new Map<string, string>();
  const files: { id: string; file: string }[] = [];
  for (const { href, bytes: file } of picturesIn(svg[0])) {
    const to = path.join(folder, `picture-${files.length}`);
    const { id } = await unpackImage(file, to);
    files.push({ id, file: to });
    ids.set(href, id);
  }
  provideImages(files.length ? openImages(files) : null);
  const { design, report } = svgToDesign(svg[0], 'x', { pictures: ids });
  const pixels = onWhite(renderPixels(evaluate(design, design.sheets[0].id), width));
  return { design, told: [...notes.map((n) => n.what), ...report.map((r) => r.what)], pixels };
}

/** A picture on paper: what blends on a page blends with what is on it (ISO 32000-1, 11.4.7). */
function onWhite(picture: Picture): Picture {
  const data = picture.data.slice();
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3] / 255;
    for (let k = 0; k < 3; k++) data[i + k] = Math.round(data[i + k] * alpha + 255 * (1 - alpha));
    data[i + 3] = 255;
  }
  return { ...picture, data };
}

/** The page as Poppler draws it, four times as large and averaged. */
async function byPoppler(bytes: Uint8Array) {
  const file = path.join(folder, 'page.pdf');
  writeFileSync(file, bytes);
  execFileSync('pdftoppm', ['-png', '-singlefile', '-scale-to', String(4 * width), file, file]);
  return averaged(readFileSync(`${file}.png`), width);
}

/** Where Poppler smooths no edges, of shadings, patterns and pictures, these differ by as much (of 255, root mean square). */
const edges = 6;

const gs = (entries: string) => `/ExtGState << ${entries} >>`;
const ramp = '<< /FunctionType 2 /Domain [0 1] /C0 [0.9 0.1 0.1] /C1 [0.1 0.2 0.9] /N 1 >>';
const shading = (entries: string) => `<< ${entries} /ColorSpace /DeviceRGB /Function ${ramp} >>`;
const form = (entries: string, content: string) =>
  stream(
    `/Type /XObject /Subtype /Form /BBox [0 0 200 200] /Group << /S /Transparency /CS /DeviceRGB ${entries} >>`,
    content,
  );
const backdrop = '0.2 0.6 0.8 rg 20 20 100 160 re f 0.9 0.8 0.2 rg 60 60 120 60 re f ';

/** A triangle of free colours (ISO 32000-1, 8.7.4.5.5): a flag, two coordinates and three colours of a byte each a corner. */
const corners = (...values: number[]) => String.fromCharCode(...values);

const features: Readonly<
  Record<string, RawPage & { readonly told?: readonly string[]; readonly within?: number }>
> = {
  'lines with caps, joins and dashes under a turned, stretched map': {
    content:
      'q 1.4 0.3 -0.2 0.8 20 0 cm 10 w 1 J 1 j 0.6 0.1 0.4 RG [18 14] 5 d 20 40 m 100 150 l 130 50 l S Q 6 w 2 J 20 20 m 180 30 l S',
  },
  'clips within clips, by both rules': {
    content:
      'q 100 20 m 150 180 l 20 80 l 180 80 l 50 180 l h W* n 10 40 150 120 re W n 0.1 0.5 0.3 rg 0 0 200 200 re f Q 0.8 0.2 0.1 rg 80 85 30 30 re f',
  },
  'blend modes over what is below': {
    resources: gs(
      '/A << /BM /Multiply >> /B << /BM /Screen >> /C << /BM /Difference >> /D << /BM /Luminosity >>',
    ),
    content: `${backdrop}/A gs 0.8 0.4 0.4 rg 30 140 60 40 re f /B gs 90 100 60 40 re f /C gs 40 30 60 50 re f /D gs 120 40 60 60 re f`,
  },
  'opacity of shapes, and of a group as a whole': {
    resources: `${gs('/H << /ca 0.5 /CA 0.5 >> /F << /ca 1 /CA 1 >>')} /XObject << /G 10 0 R >>`,
    content: `${backdrop}/H gs 0.7 0 0 rg 10 100 60 60 re f 30 80 60 60 re f q 1 0 0 1 70 -40 cm /G Do Q`,
    objects: [form('/I true', '0 0.4 0 rg 10 100 60 60 re f 0 0 0.6 rg 30 80 60 60 re f')],
  },
  'a soft mask by lightness, on a ground of its own': {
    resources: `${gs('/M << /SMask << /S /Luminosity /G 10 0 R /BC [0.3 0.3 0.3] >> >> /N << /SMask /None >>')}`,
    content: `${backdrop}/M gs 0.6 0 0.5 rg 20 20 160 160 re f /N gs 0 0 0 rg 150 150 30 30 re f`,
    objects: [
      form('/I true', '/S1 sh').replace(
        '/Group',
        `/Resources << /Shading << /S1 << /ShadingType 2 /Coords [40 0 160 0] /ColorSpace /DeviceGray /Extend [false false] /Function << /FunctionType 2 /Domain [0 1] /C0 [0] /C1 [1] /N 1 >> >> >> >> /Group`,
      ),
    ],
  },
  'a soft mask by opacity, turned round': {
    resources: gs(
      '/M << /SMask << /S /Alpha /G 10 0 R /TR << /FunctionType 2 /Domain [0 1] /C0 [1] /C1 [0] /N 1 >> >> >>',
    ),
    content: `${backdrop}/M gs 0.6 0 0.5 rg 20 20 160 160 re f`,
    objects: [form('/I true', '0 g 60 60 80 80 re f')],
  },
  'gradients that end where they end': {
    within: edges,
    resources: `/Shading << /A ${shading('/ShadingType 2 /Coords [40 0 120 60] /Extend [false true]')} /R ${shading('/ShadingType 3 /Coords [130 130 10 130 130 50] /Extend [false false]')} >>`,
    content: 'q 10 10 120 80 re W n /A sh Q q 70 80 120 110 re W n /R sh Q',
  },
  'gradients with a box of their own': {
    resources: `/Shading << /A ${shading('/ShadingType 2 /Coords [20 0 180 0] /BBox [30 110 170 190] /Extend [true true]')} >> /Pattern << /P << /PatternType 2 /Shading ${shading('/ShadingType 2 /Coords [20 0 180 0] /BBox [40 20 160 80] /Extend [true true]')} >> >>`,
    content: 'q 10 100 180 95 re W n /A sh Q /Pattern cs /P scn 0.1 0.3 0.1 RG 6 w 20 10 160 80 re B',
  },
  'gradients as paints, under the map of their form': {
    resources: '/XObject << /G 10 0 R >>',
    content: 'q 0.7 0.3 -0.3 0.7 60 10 cm /G Do Q',
    objects: [
      form('', '/Pattern cs /P scn 20 20 140 140 re f /Pattern CS /P SCN 12 w 10 180 m 170 180 l S').replace(
        '/Group',
        `/Resources << /Pattern << /P << /PatternType 2 /Matrix [1 0 0 1 20 0] /Shading ${shading('/ShadingType 3 /Coords [60 100 0 80 90 90] /Extend [true true]')} >> >> >> /Group`,
      ),
    ],
  },
  'patterns, with colours of their own and without': {
    within: edges,
    resources: '/Pattern << /P 10 0 R /Q 11 0 R >> /ColorSpace << /U [/Pattern /DeviceRGB] >>',
    content:
      '/Pattern cs /P scn 10 10 80 180 re f /U cs 0.7 0.1 0.1 /Q scn 110 10 80 80 re f 0.1 0.4 0.7 /Q scn 110 110 80 80 re f',
    objects: [
      stream(
        '/Type /Pattern /PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 20 20] /XStep 20 /YStep 25 /Matrix [0.96 0.28 -0.28 0.96 5 5] /Resources << >>',
        '0.9 0.6 0.1 rg 2 2 10 10 re f 0.1 0.3 0.5 rg 12 12 6 6 re f',
      ),
      stream(
        '/Type /Pattern /PatternType 1 /PaintType 2 /TilingType 1 /BBox [0 0 16 16] /XStep 16 /YStep 16 /Resources << >>',
        '8 2 m 14 14 l 2 14 l h f',
      ),
    ],
  },
  'pictures, and stencils in a colour and in a gradient': {
    within: edges,
    resources: `/XObject << /I 10 0 R /S 11 0 R >> /Pattern << /P << /PatternType 2 /Shading ${shading('/ShadingType 2 /Coords [110 0 190 0] /Extend [true true]')} >> >>`,
    content:
      'q 80 20 -20 80 30 100 cm /I Do Q q 0.1 0.5 0.2 rg 80 0 0 80 10 10 cm /S Do Q /Pattern cs /P scn q 80 0 0 80 110 10 cm /S Do Q',
    objects: [
      stream(
        '/Type /XObject /Subtype /Image /Width 40 /Height 40 /ColorSpace /DeviceRGB /BitsPerComponent 8 /Filter /ASCIIHexDecode',
        `${Array.from({ length: 1600 }, (_, i) => ((i % 40) / 20 < 1 === i / 800 < 1 ? 'c03020' : '20a0c0')).join('')}>`,
      ),
      stream(
        '/Type /XObject /Subtype /Image /ImageMask true /Width 8 /Height 8 /BitsPerComponent 1 /Filter /ASCIIHexDecode',
        '00ff00ff00ff00ff>',
      ),
    ],
  },
  'words that are filled, drawn along their edges, raised, stretched and drawn glyph by glyph': {
    resources: '/Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Symbol >> /T 10 0 R >>',
    content:
      'BT 0.1 0.2 0.5 rg /T 30 Tf 1 0 0.2 1 20 150 Tm 4 Tc (aba) Tj 60 Tz 10 Ts (ab) Tj ET BT 100 Tz 0 Ts 0 Tc /T 20 Tf 20 90 Td [(a) -500 (b) 200 (a)] TJ 0 -40 TD (bb) Tj T* (a) Tj ET',
    objects: [
      '<< /Type /Font /Subtype /Type3 /FontBBox [0 0 1000 1000] /FontMatrix [0.001 0 0 0.001 0 0] /FirstChar 97 /LastChar 98 /Widths [800 1000] /Encoding << /Type /Encoding /Differences [97 /sq /tri] >> /CharProcs << /sq 11 0 R /tri 12 0 R >> /Resources << >> >>',
      stream('', '800 0 0 0 750 750 d1 0 0 700 700 re f'),
      stream('', '1000 0 d0 0.8 0.3 0.1 rg 0 0 m 400 800 l 900 0 l h f'),
    ],
  },
  'a colour mesh, which comes as a picture and is told': {
    resources: '/Shading << /M 10 0 R >>',
    content: 'q 20 20 160 160 re W n /M sh Q',
    objects: [
      stream(
        '/ShadingType 4 /ColorSpace /DeviceRGB /BitsPerCoordinate 8 /BitsPerComponent 8 /BitsPerFlag 8 /Decode [0 200 0 200 0 1 0 1 0 1]',
        corners(0, 30, 30, 255, 0, 0, 0, 220, 40, 0, 255, 0, 0, 120, 230, 0, 0, 255),
      ),
    ],
    told: ['Colour meshes, which come as pictures'],
  },
};

describe('a page of a PDF', () => {
  it.each(Object.entries(features))('has %s as Poppler draws them', async (_, page) => {
    const bytes = rawPdf(page);
    const { pixels, told } = await opened(bytes);
    const theirs = await byPoppler(bytes);
    expect(told).toEqual(page.told ?? []);
    const painted = pixels.data.reduce((n, v) => n + (v < 250 ? 1 : 0), 0);
    expect(painted).toBeGreaterThan(1000);
    expect(rms(theirs, pixels.data)).toBeLessThan(page.within ?? 3);
  });

  it('comes in as parts that a designer would have made: no clips that cut nothing, one part a word', async () => {
    const { design } = await opened(
      rawPdf({
        resources: '/Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >>',
        content:
          'q 0 0 200 200 re W n q 10 10 100 100 re W n 0.5 0 0 rg 20 20 40 40 re f Q BT /F 20 Tf 20 150 Td [(Two w) 40 (ords)] TJ ET Q',
      }),
    );
    const parts = Object.values(design.parts);
    expect(parts.map((p) => [p.name, p.source.kind]).sort()).toEqual([
      ['Path', 'path'],
      ['Two', 'path'],
      ['words', 'path'],
    ]);
  });

  it('has words in a face that is here as lettering, a part a line, as long as they are there', async () => {
    const subsetter = await openSubsetter(readFileSync('public/fonts/subset.wasm'));
    const at = (x: number, y: number, turn = 0) => ({ x, y, turn, skew: 0, scaleX: 1, scaleY: 1 });
    const words = (id: string, face: string, more: object, place = at(20, 40)) =>
      makePart(makeSource('lettering', { size: 20, face, ...more }), {
        id,
        place,
        coats: [makeCoat('fill', { paint: { kind: 'solid', colour: '#1a3380' } })],
      });
    const parts = [
      words('a', 'anton', { text: 'Hollin Tarn' }),
      words('b', 'eb-garamond-500', { text: 'Open until ten', tracking: 0.1 }, at(20, 80)),
      words('c', 'anton', { text: 'Turned' }, at(60, 170, -30)),
    ];
    const sheet = { id: 's', width: 200, height: 200, ground: null, parts: parts.map((p) => p.id) };
    const design = {
      ...makeDesign('Words', sheet),
      parts: Object.fromEntries(parts.map((p) => [p.id, p])),
    };
    const { bytes } = await scenesToPdf([{ scene: evaluate(design, 's') }], { title: 'Words', subsetter });
    const { pixels, design: made } = await opened(bytes);
    const lines = Object.values(made.parts).flatMap(({ source: l }) =>
      l.kind === 'lettering' ? [[l.text, l.face, Math.round(10 * l.size), Math.round(100 * l.tracking)]] : [],
    );
    expect(lines).toEqual([
      ['Hollin Tarn', 'anton', 200, 0],
      ['Open until ten', 'eb-garamond-500', 200, 10],
      ['Turned', 'anton', 200, 0],
    ]);
    // Where a page has gaps for spaces, words may stand off by a fiftieth of their size.
    expect(rms(await byPoppler(bytes), pixels.data)).toBeLessThan(5);
  });

  it('leaves out what its layers hide, and what stands outside of it is cut off', async () => {
    const hidden = rawPdf({
      resources: '/Properties << /L 10 0 R >>',
      content: '/OC /L BDC 0 0 200 200 re f EMC 0.5 0 0 rg 150 150 100 100 re f',
      objects: ['<< /Type /OCG /Name (Hidden) >>'],
    });
    const text = Buffer.from(hidden)
      .toString('latin1')
      .replace(
        '/Pages 2 0 R >>',
        '/Pages 2 0 R /OCProperties << /OCGs [10 0 R] /D << /OFF [10 0 R] >> >> >>',
      );
    const { pixels } = await opened(new Uint8Array(Buffer.from(text, 'latin1')));
    expect([...pixels.data.subarray(0, 3)]).toEqual([255, 255, 255]);
    expect(pixels.data[4 * (10 * width + 180)]).toBeLessThan(150);
  });

  it('keeps a word in another face apart from the line that it stands in, however long both are', async () => {
    const bytes = rawPdf({
      resources:
        '/Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Anton >> /G << /Type /Font /Subtype /Type1 /BaseFont /Monoton >> /H << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >>',
      content: `BT /F 10 Tf 10 150 Td (Hollin) Tj /G 10 Tf (Tarn) Tj ET BT /H 1 Tf 1 20 Td (${'a'.repeat(2500)}) Tj ET`,
    });
    const { design } = await opened(bytes);
    const lines = Object.values(design.parts).flatMap(({ source: l }) =>
      l.kind === 'lettering' ? [[l.text, l.face]] : [],
    );
    expect(lines).toEqual([
      ['Hollin', 'anton'],
      ['Tarn', 'monoton'],
    ]);
    const drawn = Object.values(design.parts).filter((p) => p.source.kind === 'path');
    expect(drawn).toHaveLength(3);
  });

  it('tells on which pages something is not as it is there', async () => {
    const { notes } = await readPdf(rawPdf(features['a colour mesh, which comes as a picture and is told']), {
      most: 1,
      from: 1,
    });
    expect(notes).toEqual([{ what: 'Colour meshes, which come as pictures', count: 1, where: ['page 1'] }]);
  });

  it('that is absurd is refused in words', async () => {
    // A glyph that does nothing, over and over.
    const idle = rawPdf({
      resources: '/Font << /T 10 0 R >>',
      content: `BT /T 1 Tf (${'a'.repeat(4000)}) Tj ET`,
      objects: [
        '<< /Type /Font /Subtype /Type3 /FontBBox [0 0 9 9] /FontMatrix [0.1 0 0 0.1 0 0] /FirstChar 97 /LastChar 97 /Widths [9] /Encoding << /Type /Encoding /Differences [97 /a] >> /CharProcs << /a 11 0 R >> /Resources << >> >>',
        stream('', `9 0 d0 ${'1 w 2 w '.repeat(500)}`),
      ],
    });
    await expect(readPdf(idle, { most: 1, from: 1 })).rejects.toThrow('more than can be opened at once');
    const deep = rawPdf({ content: 'q '.repeat(5000) });
    await expect(readPdf(deep, { most: 1, from: 1 })).rejects.toThrow('more states than can be kept');
    const many = rawPdf({ content: '0 0 9 9 re f '.repeat(250_000) });
    await expect(readPdf(many, { most: 1, from: 1 })).rejects.toThrow('more than can be opened at once');
  });
});
