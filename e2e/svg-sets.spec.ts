import { readdirSync, readFileSync } from 'node:fs';
import { type Design, evaluate, renderPixels } from '@/core';
import { SvgFault, svgToDesign } from '@/core/importing';
import { averaged, rms } from '../test/pictures';
import { whole } from '../test/share';
import { expect, type Page, test } from './test';

test.describe.configure({ timeout: 3_600_000 });

/** Pixels of the pictures that are compared. */
const width = 160;

/** Open sets of the registry: icons of outlines and of strokes, and illustrations. */
const folders = {
  'icons of outlines': ['node_modules/@mdi/svg/svg', 1],
  'icons of strokes': ['node_modules/lucide-static/icons', 1],
} as const;

const wrapped = (body: string, size: number) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}">${body}</svg>`;

function illustrations(name: string): [string, string][] {
  const set = JSON.parse(readFileSync(`node_modules/@iconify-json/${name}/icons.json`, 'utf8')) as {
    width?: number;
    icons: Record<string, { body: string; width?: number }>;
  };
  return Object.entries(set.icons).map(([key, i]) => [key, wrapped(i.body, i.width ?? set.width ?? 16)]);
}

/** An SVG as a design, or why it is refused. */
function read(text: string): Design | string {
  try {
    return svgToDesign(text, 'x').design;
  } catch (e) {
    if (e instanceof SvgFault) return e.message;
    throw e;
  }
}

/** How far our picture of an SVG lies from Chromium’s, drawn four times as large and averaged, of 255; or why it is refused. */
async function apart(page: Page, text: string): Promise<number | string> {
  const design = read(text);
  if (typeof design === 'string') return design;
  const ours = renderPixels({ ...evaluate(design, design.sheets[0].id), ground: [1, 1, 1, 1] }, width);
  const side = 4 * width;
  await page.setContent(
    `<style>body{margin:0}svg{display:block;width:${side}px;height:${(side * ours.height) / ours.width}px}</style>${text}`,
  );
  const png = await page.screenshot({ clip: { x: 0, y: 0, width: side, height: 4 * ours.height } });
  const theirs = await averaged(png, width);
  const both = Math.min(theirs.length, ours.data.length);
  return rms(theirs.subarray(0, both), ours.data.subarray(0, both));
}

const sets: [string, () => [string, string][], number][] = [
  ...Object.entries(folders).map(([name, [folder, share]]): [string, () => [string, string][], number] => [
    name,
    () =>
      readdirSync(folder)
        .filter((f) => f.endsWith('.svg'))
        .map((f) => [f, readFileSync(`${folder}/${f}`, 'utf8')]),
    share,
  ]),
  ['icons in colours', () => illustrations('flat-color-icons'), 1],
  ['illustrations', () => illustrations('noto'), 0.995],
];

for (const [name, load, share] of sets)
  test(`${name} of the registry are within 2 of 255 of what Chromium draws`, async ({ page }) => {
    await page.setViewportSize({ width: 4 * width, height: 4 * width + 80 });
    const files = load();
    const step = whole ? 1 : Math.ceil(files.length / 12);
    const tried = files.filter((_, i) => i % step === 0);
    const wrong: string[] = [];
    for (const [file, text] of tried) {
      const off = await apart(page, text);
      if (typeof off === 'string') wrong.push(`${file} “${off}”`);
      else if (off >= 2) wrong.push(`${file} ${off.toFixed(1)}`);
    }
    console.log(`${name}: ${tried.length - wrong.length} of ${tried.length} ${wrong.join(', ')}`);
    expect(tried.length - wrong.length, wrong.join(', ')).toBeGreaterThanOrEqual(share * tried.length);
  });
