import {
  evaluate,
  findingsOf,
  makeProof,
  Painter,
  pictureWithin,
  proofScene,
  type Scene,
  usualWall,
} from '@/core';
import { demoDesigns } from '../demo';
import { coarseFor, coarsened } from '../src/editor/proof/pace';
import { takeShippedFaces } from '../test/faces';
import { median, ms, type Row, times } from './measure';

takeShippedFaces();

const scene = (name: string): Scene => {
  const d = demoDesigns[name]();
  return evaluate(d, d.sheets[0].id);
};

/** Twenty proofs as a wall has them in sight: small sizes, inks, eyes and grounds. */
const wall = [
  ...[16, 24, 32, 48, 64, 96, 128, 160, 192].map(
    (pixels) => [makeProof('size', { pixels }), pixels] as const,
  ),
  ...[
    makeProof('one-ink'),
    makeProof('one-ink', { ink: '#ffffff', paper: '#1f2b38' }),
    makeProof('one-ink', { level: 0.3 }),
    makeProof('grey'),
    ...['protan', 'deutan', 'tritan'].map((sight) => makeProof('eyes', { sight })),
    ...['#ffffff', '#1f2b38', '#9a6b1f', '#f3d9a0'].map((colour) => makeProof('ground', { colour })),
  ].map((card) => [card, 208] as const),
];

/** Milliseconds of each of several whole walls, each of a sheet that has just changed; coarse as a drag has them, or fine. */
async function walls(sheet: Scene, runs: number, coarse: number): Promise<number[]> {
  const painter = new Painter();
  const out: number[] = [];
  for (let i = 0; i <= runs; i++) {
    // Another object: nothing that was drawn of the sheet before is taken.
    const fresh = { ...sheet, nodes: [...sheet.nodes] };
    const began = performance.now();
    for (const [card, longest] of wall)
      await pictureWithin(painter, proofScene(fresh, card, null), coarsened(longest, coarse));
    if (i) out.push(performance.now() - began);
  }
  return out;
}

function measured(sheet: Scene): number {
  const began = performance.now();
  for (const _ of findingsOf(sheet, usualWall.rules, 16));
  return performance.now() - began;
}

export async function proofRows(): Promise<Row[]> {
  const rows: Row[] = [];
  for (const name of ['split-moon-monogram', 'tarn-word-mark', 'dome-icon', 'moon-phase-badge']) {
    const sheet = scene(name);
    const fine = median(await walls(sheet, 5, 1));
    const took = median(await walls(sheet, 5, coarseFor(fine)));
    rows.push([
      `Proof wall: 20 proofs of ${name} as a drag has them, on one core (fine: ${fine.toFixed(0)} ms)`,
      ms(took),
      'goal 100 ms',
      times(took / 100),
    ]);
  }
  for (const name of ['split-moon-monogram', 'moon-phase-badge']) {
    const took = measured(scene(name));
    rows.push([`Proof: all findings of ${name}`, ms(took), 'no goal', '–']);
  }
  return rows;
}
