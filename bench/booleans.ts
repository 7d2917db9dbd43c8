import { readFileSync } from 'node:fs';
import paper from 'paper';
import PathKitInit from 'pathkit-wasm/bin/pathkit.js';
import { combine, formatPath, type Operation, operations, type Path } from '@/core';
import { transformPath } from '@/core/geometry/path';
import { families } from '../test/core/arrange/families';
import { circle, numbers } from '../test/core/shapes';
import { median, ms, type Row, timeRuns, times } from './measure';

const paperNames = {
  union: 'unite',
  subtract: 'subtract',
  intersect: 'intersect',
  exclude: 'exclude',
} as const;

function inPaper(operation: Operation, items: readonly paper.PathItem[]): void {
  const name = paperNames[operation];
  items.slice(1).reduce((a, b) => a[name](b, { insert: false }), items[0]);
}

const toPaper = (p: Path): paper.PathItem => {
  const item = paper.PathItem.create(formatPath(p));
  item.fillRule = p.fillRule;
  return item;
};

/** 500 circles united by the other library; as many numbers as it takes, scaled to about 100. */
async function pathkitUnion(many: readonly Path[]): Promise<number> {
  const kit = await PathKitInit({ wasmBinary: readFileSync('node_modules/pathkit-wasm/bin/pathkit.wasm') });
  const texts = many.map((p) => formatPath(transformPath(p, [0.05, 0, 0, 0.05, 0, 0])));
  return median(
    timeRuns(
      3,
      () => {
        const builder = new kit.SkOpBuilder();
        for (const t of texts) builder.add(kit.FromSVGString(t), kit.PathOp.UNION);
        const result = builder.make();
        result.delete();
        builder.delete();
      },
      1,
    ),
  );
}

export async function booleanRows(): Promise<Row[]> {
  paper.setup(new paper.Size(100, 100));
  const ours: number[] = [];
  const theirs: number[] = [];
  for (const family of families)
    for (let k = 0; k < 4; k++) {
      const paths = family.make(k);
      const items = paths.map(toPaper);
      for (const operation of operations) {
        ours.push(timeRuns(1, () => combine(operation, paths), 0)[0]);
        theirs.push(timeRuns(1, () => inPaper(operation, items), 0)[0]);
      }
    }
  const next = numbers(1);
  const many = Array.from({ length: 500 }, () => circle(next() * 2000, next() * 2000, 20 + next() * 80));
  // Warm, as while dragging.
  const mine = median(timeRuns(7, () => combine('union', many), 4));
  const items = many.map(toPaper);
  const kit = await pathkitUnion(many);
  const paperMany = timeRuns(1, () => inPaper('union', items), 0)[0];
  return [
    [
      `booleans, ${ours.length} degenerate cases, median`,
      ms(median(ours)),
      `paper ${ms(median(theirs))}`,
      times(median(ours) / median(theirs)),
    ],
    ['500 circles united', ms(mine), `paper ${ms(paperMany)}`, times(mine / paperMany)],
    ['500 circles united', ms(mine), `pathkit ${ms(kit)}`, times(mine / kit)],
  ];
}
