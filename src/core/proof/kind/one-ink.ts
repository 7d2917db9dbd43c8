import { parseHex } from '../../colour/colour';
import { luminance } from '../../colour/contrast';
import { toneOf } from '../../colour/tones';
import { choice, colour, onlyIf, share } from '../../document/fields';
import { filterNode } from '../../scene/filter-node';
import { groupNode } from '../../scene/group-node';
import { silhouette } from '../../scene/silhouette';
import type { SceneNode } from '../../scene/types';
import { defineProof } from '../definition';
import { groundOf, sheetFilled, withGround } from '../whole-sheet';

interface OneInk {
  readonly by: string;
  readonly level: number;
  readonly ink: string;
  readonly paper: string;
}

/** The sheet in one ink: what is told from the ground by its tone, or all that is painted. */
export const oneInkProof = defineProof<OneInk>({
  kind: 'one-ink',
  label: 'One ink',
  about: 'The sheet in one ink on paper, with nothing between the two.',
  alsoKnown: ['black and white', 'reversed', 'single colour', 'stamp', 'engraving', 'fax'],
  row: 'ink',
  fields: [
    choice('by', 'Ink is', 'What of the sheet the ink is laid on.', {
      tone: 'What differs in tone',
      shape: 'All that is painted',
    }),
    onlyIf('by', 'tone', share('level', 'Level', 'The tone between ink and paper.')),
    colour('ink', 'Ink', 'The one colour.'),
    colour('paper', 'Paper', 'What it is laid on.'),
  ],
  defaults: { by: 'tone', level: 0.5, ink: '#000000', paper: '#ffffff' },
  title: (p) => (luminance(parseHex(p.ink)) > luminance(parseHex(p.paper)) ? 'Reversed' : 'One ink'),
  scene(sheet, p) {
    const [ink, paper] = [parseHex(p.ink), parseHex(p.paper)];
    const shown = (node: SceneNode) => ({ ...sheet, ground: paper, nodes: [node] });
    if (p.by === 'shape')
      return shown(
        groupNode([sheetFilled(sheet, ink)], {
          isolated: true,
          mask: { children: sheet.nodes.map(silhouette), by: 'alpha' },
        }),
      );
    const ground = groundOf(sheet);
    const dark = toneOf(ground[0], ground[1], ground[2]) < p.level;
    const steps = [
      { from: 0, colour: dark ? paper : ink },
      { from: p.level, colour: dark ? ink : paper },
    ];
    return shown(filterNode({ kind: 'tones', softness: 0, steps }, withGround(sheet)));
  },
});
