import { expect, test } from '@playwright/test';
import { evaluate, renderPixels, sceneToSvg } from '@/core';
import { demoDesigns } from '../demo';
import { averaged, rms } from '../test/pictures';

const width = 400;

for (const [name, make] of Object.entries(demoDesigns))
  test(`${name}: our raster against our SVG drawn by Chromium`, async ({ page }) => {
    const design = make();
    const scene = evaluate(design, design.sheets[0].id);
    const svg = Buffer.from(sceneToSvg(scene, name)).toString('base64');
    await page.setViewportSize({ width: 4 * width, height: 4 * width });
    // Decoded as a picture, as any page or program that embeds the file would show it.
    await page.setContent(
      `<body style="margin:0"><img src="data:image/svg+xml;base64,${svg}" width="${4 * width}" height="${4 * width}" style="display:block">`,
    );
    await page.evaluate(() => document.images[0].decode());
    const theirs = await averaged(await page.screenshot(), width);
    expect(rms(theirs, renderPixels(scene, width).data)).toBeLessThan(2);
  });
