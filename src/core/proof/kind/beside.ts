import { choice, other } from '../../document/fields';
import { defineProof } from '../definition';
import { laidSheet } from '../whole-sheet';

interface BesideProof {
  readonly other: string;
  readonly how: string;
}

/** What it is titled, by what the sheet is held against. */
const titles: Readonly<Record<string, string>> = {
  before: 'Before and after',
  sheet: 'Beside another sheet',
  design: 'Beside another design',
};

/** The sheet next to another one, or to what it was before. */
export const besideProof = defineProof<BesideProof>({
  kind: 'beside',
  label: 'Compare',
  about: 'The sheet beside an earlier state of it, another sheet or another design.',
  alsoKnown: ['before and after', 'versions', 'history', 'wiper', 'difference', 'side by side'],
  row: 'against',
  fields: [
    other('other', 'Against', 'What the sheet is held against.'),
    choice('how', 'Shown', 'How the two are shown.', { beside: 'Side by side', wiper: 'Under a wiper' }),
  ],
  defaults: { other: '', how: 'beside' },
  title: ({ other: address }) => titles[address.split(':')[0]] ?? 'Nothing chosen yet',
  against: (p) => p.other,
  scene(sheet, p, held) {
    if (!held || p.how === 'wiper') return sheet;
    const gap = 0.02 * sheet.width;
    // As high as the sheet is.
    const scale = sheet.height / held.height;
    const wide = scale * held.width;
    return {
      width: wide + gap + sheet.width,
      height: sheet.height,
      ground: null,
      nodes: [laidSheet(held, 0, 0, scale), laidSheet(sheet, wide + gap, 0, 1)],
    };
  },
});
