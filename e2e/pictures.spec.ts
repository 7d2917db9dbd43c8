import { expect, test } from '@playwright/test';
import { evaluate, renderPixels, sceneToSvg } from '@/core';
import { demoDesigns } from '../demo';
import { takeShippedFaces } from '../test/faces';
import { averaged, rms } from '../test/pictures';

takeShippedFaces();

const width = 320;

for (const [name, make] of Object.entries(demoDesigns))
  test(`${name}: our raster against our SVG drawn by Chromium`, async ({ page }) => {
    const design = make();
    const scene = evaluate(design, design.sheets[0].id);
    const svg = Buffer.from(sceneToSvg(scene, name)).toString('base64');
    const ours = renderPixels(scene, width);
    const [w, h] = [4 * ours.width, 4 * ours.height];
    await page.setViewportSize({ width: w, height: h });
    // Decoded as a picture, as a page that embeds the file shows it.
    await page.setContent(
      `<body style="margin:0"><img src="data:image/svg+xml;base64,${svg}" width="${w}" height="${h}" style="display:block">`,
    );
    await page.evaluate(() => document.images[0].decode());
    const theirs = await averaged(await page.screenshot(), width);
    expect(rms(theirs, ours.data)).toBeLessThan(2);
  });
