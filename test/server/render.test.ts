import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { PDFDocument, rgb } from 'pdf-lib';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { demoDesigns } from '../../demo';

const folder = mkdtempSync(path.join(tmpdir(), 'compass-render-test-'));
afterAll(() => rm(folder, { recursive: true, force: true }));

const square = (colour: string, more = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><rect width="40" height="20" fill="${colour}"/>${more}</svg>`;

/** Runs the command as it is bundled, from a folder of its own. */
function render(args: readonly string[], input?: string | Buffer) {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['build/render.mjs', ...args], {
    env: { ...process.env, COMPASS_FROM: folder },
    input: input ?? '',
    maxBuffer: 64 << 20,
  });
  return { status, out: stdout, text: stdout.toString(), told: stderr.toString() };
}

const at = (name: string) => path.join(folder, name);
/** Colour of the middle of a PNG. */
function middleOf(bytes: Buffer): number[] {
  const { width, height, data } = PNG.sync.read(bytes);
  const k = 4 * (width * (height >> 1) + (width >> 1));
  return [...data.subarray(k, k + 4)];
}

describe('the command line', () => {
  it('draws several files and patterns at once, each under its own name', () => {
    mkdirSync(at('icons'));
    for (const [name, colour] of [
      ['red', '#ff0000'],
      ['blue', '#0000ff'],
    ])
      writeFileSync(at(`icons/${name}.svg`), square(colour));
    writeFileSync(at('green.svg'), square('#00ff00'));
    const { status, text } = render(['icons/*.svg', 'green.svg', '--width', '8', '--out', 'png/*.png']);
    expect(status).toBe(0);
    expect(text.trim().split('\n')).toEqual(['png/blue.png', 'png/red.png', 'png/green.png']);
    expect(middleOf(readFileSync(at('png/red.png')))).toEqual([255, 0, 0, 255]);
    expect(middleOf(readFileSync(at('png/blue.png')))).toEqual([0, 0, 255, 255]);
    expect(middleOf(readFileSync(at('png/green.png')))).toEqual([0, 255, 0, 255]);
  });

  it('goes on where one of several cannot be drawn, and says which and why', () => {
    writeFileSync(at('broken.svg'), '<svg xmlns="http://www.w3.org/2000/svg"><rect></svg>');
    writeFileSync(at('whole.svg'), square('#ff0000'));
    const { status, told } = render(['broken.svg', 'whole.svg', '--width', '8', '--out', 'some/*.png']);
    expect(status).toBe(1);
    expect(told).toContain('broken.svg: The SVG is not well-formed');
    expect(told).toContain('1 of 2 could not be drawn.');
    expect(existsSync(at('some/whole.png'))).toBe(true);
  });

  it('keeps pictures inside an SVG, and tells of those that it cannot', async () => {
    const png = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#0a8030' } })
      .png()
      .toBuffer();
    const image = (bytes: Buffer) =>
      `<image width="40" height="20" preserveAspectRatio="none" href="data:image/png;base64,${bytes.toString('base64')}"/>`;
    writeFileSync(at('photo.svg'), square('#ffffff', image(png)));
    expect(render(['photo.svg', '--out', 'photo.png']).told).toBe('');
    expect(middleOf(readFileSync(at('photo.png')))).toEqual([10, 128, 48, 255]);
    writeFileSync(at('damaged.svg'), square('#ffffff', image(png.subarray(0, 40))));
    const { status, told } = render(['damaged.svg', '--out', 'damaged.png']);
    expect([status, told]).toEqual([0, expect.stringContaining('A picture inside it is left out')]);
    expect(render(['photo.svg', '--out', 'photo.json']).told).toContain('cannot be kept in a design file');
  });

  it('keeps the pictures of each file to itself, the same one twice as well', async () => {
    const flat = async (background: string) =>
      (
        await sharp({ create: { width: 4, height: 4, channels: 3, background } })
          .png()
          .toBuffer()
      ).toString('base64');
    const [green, brown] = [await flat('#0a8030'), await flat('#806010')];
    const image = (data: string, x: number, junk = '') =>
      `<image x="${x}" width="20" height="20" preserveAspectRatio="none" href="data:image/png;base64,${data}${junk}"/>`;
    // A space more makes another address of the same picture.
    const three = image(green, 0) + image(green, 0, ' ') + image(brown, 20);
    writeFileSync(at('three.svg'), square('#ffffff', three));
    writeFileSync(at('one.svg'), square('#ffffff', image(brown, 0)));
    expect(render(['three.svg', 'one.svg', '--width', '40', '--out', 'each/*.png']).status).toBe(0);
    const colourAt = (name: string, x: number) => {
      const { width, data } = PNG.sync.read(readFileSync(at(name)));
      return [...data.subarray(4 * (10 * width + x), 4 * (10 * width + x) + 3)];
    };
    expect(colourAt('each/three.png', 10)).toEqual([10, 128, 48]);
    expect(colourAt('each/three.png', 30)).toEqual([128, 96, 16]);
    expect(colourAt('each/one.png', 10)).toEqual([128, 96, 16]);
  });

  it('reads pages of a PDF', async () => {
    const pdf = await PDFDocument.create();
    for (const colour of [rgb(1, 0, 0), rgb(0, 0, 1)])
      pdf.addPage([60, 40]).drawRectangle({ x: 0, y: 0, width: 60, height: 40, color: colour });
    writeFileSync(at('leaflet.pdf'), await pdf.save());
    expect(render(['leaflet.pdf', '--page', '2', '--out', 'page.png']).status).toBe(0);
    expect(middleOf(readFileSync(at('page.png')))).toEqual([0, 0, 255, 255]);
    expect(render(['leaflet.pdf', '--page', '3', '--out', 'page.png']).told).toContain('It has 2 pages');
  });

  it('goes from standard input to standard output', () => {
    const { status, out } = render(['-', '--format', 'png', '--width', '8', '--out', '-'], square('#ff0000'));
    expect([status, middleOf(out)]).toEqual([0, [255, 0, 0, 255]]);
    const design = JSON.stringify(demoDesigns['dome-icon']());
    expect(render(['-', '--format', 'svg', '--out', '-'], design).text).toContain('<svg');
  });

  it('tells how it is called, with every option, and what does not fit in the words that were typed', () => {
    const { status, text } = render(['--help']);
    expect(status).toBe(0);
    for (const word of ['SOURCE', '--out FILE', '--page NUMBER', '--set quality=', 'standard input'])
      expect(text).toContain(word);
    for (const name of ['two.svg', 'icons/two.svg']) writeFileSync(at(name), square('#ff0000'));
    const faults: [string[], string][] = [
      [['nothing.svg', '--out', 'x.png'], '“nothing.svg”'],
      [['none-*.svg', '--out', 'x.png'], '“none-*.svg”'],
      [['two.svg', 'whole.svg', '--out', 'x.png'], '2 sources for one place'],
      [['two.svg', 'icons/two.svg', '--out', 'all/*.png'], 'would both be “all/two.png”'],
      [['two.svg', '--out', 'x.doc'], '“x.doc” is no kind of file'],
      [['two.svg', '--out', '-'], '--format'],
      [['two.svg', '--page', 'last', '--out', 'x.png'], '“--page last”'],
      [['two.svg', '--set', 'blur', '--out', 'x.png'], '“--set blur”'],
      [['two.svg', '--colour', 'red', '--out', 'x.png'], '--colour'],
    ];
    for (const [args, words] of faults) {
      const made = render(args);
      expect([made.status, made.told]).toEqual([1, expect.stringContaining(words)]);
      expect(made.told).not.toContain('    at ');
    }
    expect(existsSync(at('x.png'))).toBe(false);
  });
});
