import { demoDesigns } from './demo';
import { writeFileSync } from 'node:fs';
import sharp from 'sharp';
import { evaluate, makeSheet, renderPixels, sceneToSvg } from './src/core';
import { usualDrawing } from './src/core/construction/settings';
import { takeShippedFaces } from './test/faces';
takeShippedFaces();
for (const slug of process.argv.slice(2)) {
  const d = demoDesigns[slug]();
  const of = d.sheets[0];
  const sheet = makeSheet({ id: 'cd', width: of.width, height: of.height, ground: '#fbf9f4', drawing: { ...usualDrawing(of.id, Math.max(of.width, of.height)), clear: 'radius', without: Object.values(d.parts).filter(p => p.source.kind === 'lettering').map(p => p.id) } });
  const dd = { ...d, sheets: [...d.sheets, sheet] };
  const t = performance.now();
  const scene = evaluate(dd, 'cd');
  console.log(slug, (performance.now() - t).toFixed(0), 'nodes', scene.nodes.length);
  const p = renderPixels(scene, 1000);
  await sharp(p.data, { raw: { width: p.width, height: p.height, channels: 4 } }).png().toFile(`/tmp/cd-${slug}.png`);
}
