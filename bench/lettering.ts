import * as fontkit from 'fontkit';
import {
  type Coat,
  type Design,
  evaluate,
  faceById,
  makeCoat,
  makePart,
  makeSource,
  makeStep,
  origin,
  type Part,
} from '@/core';
import { withWords } from '@/core/edit';
import { designOf } from '../test/core/designs';
import { fontFile, takeShippedFaces } from '../test/faces';
import { median, ms, quantile, type Row, timeRuns, times } from './measure';

const text = 'Hollin Tarn Observatory, office & flight';

/** Shaping of a line in a face with many features, against another shaper in the same run. */
function shapingRow(): Row {
  const face = faceById('eb-garamond-500')?.at({});
  const order = { from: 0, to: text.length, rightToLeft: false, script: 'Latn', features: [] };
  const other = fontkit.openSync(fontFile('eb-garamond-500'));
  const ours = median(timeRuns(300, () => face?.shape(text, order), 50));
  const theirs = median(timeRuns(300, () => other.layout(text), 50));
  return [`shaping of ${text.length} characters`, ms(ours), `fontkit ${ms(theirs)}`, times(ours / theirs)];
}

/** Twenty letters with six coats, three of them with an offset. */
export function sixCoats(face: string, pieces: string): Design {
  const offset = (distance: number) => [makeStep('offset', { distance, join: 'round' })];
  const coats = [
    makeCoat('fill', { steps: offset(14) }),
    makeCoat('fill', { steps: offset(9) }),
    makeCoat('fill'),
    makeCoat('stroke', { width: 3 }),
    makeCoat('stroke', { width: 2, steps: offset(-3) }),
    makeCoat('fill', { opacity: 0.2 }),
  ] as Coat[];
  const part: Part = makePart(
    makeSource('lettering', { face, pieces, size: 120, text: 'The night gardens op' }),
    {
      id: 'w',
      name: 'w',
      coats,
      place: { ...origin, x: 100, y: 500 },
    },
  );
  return designOf(2000, part);
}

/** A key typed into twenty letters with six coats, worked out anew. */
function keyRow(face: string, pieces: string): Row {
  const design = sixCoats(face, pieces);
  const part = design.parts.w;
  const letters = 'enatlsdrmu';
  const list = timeRuns(
    30,
    (i) => {
      const words = `The night gardens ${letters[i % 10]}${letters[(i * 7 + 3) % 10]}`;
      evaluate({ ...design, parts: { w: withWords(part, words) } }, 's');
    },
    5,
  );
  return [
    `a key in 20 letters with 6 coats, ${face}, ${pieces}`,
    `median ${ms(median(list))}, p95 ${ms(quantile(list, 0.95))}`,
    'goal p95 50 ms, pixels included',
    '–',
  ];
}

export function letteringRows(): Row[] {
  takeShippedFaces();
  return [shapingRow(), keyRow('league-spartan-800', 'letters'), keyRow('pacifico', 'united')];
}
