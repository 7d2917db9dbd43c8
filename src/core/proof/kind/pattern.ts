import { parseHex } from '../../colour/colour';
import { chromaMatrix } from '../../colour/mix';
import { choice, colour, number, share } from '../../document/fields';
import { meetBounds } from '../../geometry/path';
import { nodesBounds } from '../../scene/damage';
import { filterNode } from '../../scene/filter-node';
import { groupNode } from '../../scene/group-node';
import { scaledNodes } from '../../scene/scaled';
import type { SceneNode } from '../../scene/types';
import { defineProof } from '../definition';
import { apart } from '../whole-sheet';

interface PatternProof {
  readonly across: number;
  readonly layout: string;
  readonly gap: number;
  readonly chroma: number;
  readonly opacity: number;
  readonly colour: string;
}

/** The mark repeated all over the sheet, paler than it is, as wrapping paper and linings have it (common practice, no source). */
export const patternProof = defineProof<PatternProof>({
  kind: 'pattern',
  label: 'Pattern',
  about: 'The mark repeated all over a ground, paler than it is.',
  alsoKnown: ['brick', 'wrapping paper', 'repeat', 'step and repeat', 'watermark'],
  row: 'grounds',
  fields: [
    number('across', 'Across', 'How many marks lie beside each other.', 1, 20, 0.5),
    choice('layout', 'Laid', 'How rows lie against each other.', { brick: 'In bricks', grid: 'In a grid' }),
    share('gap', 'Gap', 'Between marks, as a share of their width.', 0, 4),
    share('chroma', 'Chroma', 'How much of their colour they keep.'),
    share('opacity', 'Opacity', 'How much of them shows.'),
    colour('colour', 'Ground', 'What they lie on.'),
  ],
  defaults: { across: 4, layout: 'brick', gap: 0.25, chroma: 0.1, opacity: 0.3, colour: '#ffffff' },
  title: () => 'Pattern',
  scene(sheet, p) {
    const shown = { ...sheet, ground: parseHex(p.colour) };
    const whole = { x0: 0, y0: 0, x1: sheet.width, y1: sheet.height };
    const all = nodesBounds(sheet.nodes);
    const mark = all && meetBounds(all, whole);
    if (!mark) return { ...shown, nodes: [] };
    const [wide, high] = [mark.x1 - mark.x0, mark.y1 - mark.y0];
    const step = sheet.width / p.across;
    const scale = step / (wide * (1 + p.gap));
    const down = scale * (high + p.gap * wide);
    const rows = Math.min(60, Math.ceil(sheet.height / down) + 1);
    const marks = scaledNodes(sheet.nodes, scale);
    const copies: SceneNode[] = [];
    for (let j = 0; j < rows; j++) {
      const shift = p.layout === 'brick' && j % 2 ? step / 2 : 0;
      for (let i = -1; i <= Math.ceil(p.across); i++) {
        const [x, y] = [i * step + shift + (step - scale * wide) / 2, j * down];
        copies.push(
          groupNode(marks, {
            matrix: [scale, 0, 0, scale, x - scale * mark.x0, y - scale * mark.y0],
          }),
        );
      }
    }
    const paler = { kind: 'mix', rows: chromaMatrix(p.chroma), linear: false } as const;
    return { ...shown, nodes: [filterNode(paler, [apart(copies)], { opacity: p.opacity })] };
  },
});
