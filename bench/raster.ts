import { Resvg } from '@resvg/resvg-js';
import { evaluate, renderPixels, sceneToSvg } from '@/core';
import { demoDesigns } from '../demo';
import { takeShippedFaces } from '../test/faces';
import { median, ms, type Row, timeRuns, times } from './measure';
import { drawNatively } from './native';

takeShippedFaces();

export async function rasterRows(): Promise<Row[]> {
  const rows: Row[] = [];
  for (const [name, make] of Object.entries(demoDesigns)) {
    const scene = evaluate(make(), 'sheet-1');
    const svg = sceneToSvg(scene, name);
    for (const width of [1024, 4096]) {
      const runs = width > 2000 ? 2 : 5;
      const ours = median(timeRuns(runs, () => renderPixels(scene, width), 1));
      const theirs = median(
        timeRuns(runs, () => new Resvg(svg, { fitTo: { mode: 'width', value: width } }).render().pixels, 1),
      );
      const native = median(timeRuns(runs, () => drawNatively(scene, width), 1));
      rows.push(
        [`raster ${name}, ${width}²`, ms(ours), `resvg ${ms(theirs)}`, times(ours / theirs)],
        [`raster ${name}, ${width}²`, ms(ours), `native canvas ${ms(native)}`, times(ours / native)],
      );
      // What other libraries drew is let go of between two turns of the event loop only.
      await new Promise(setImmediate);
    }
  }
  return rows;
}
