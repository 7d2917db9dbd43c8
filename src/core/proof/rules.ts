import { type Field, number } from '../document/fields';

/** What a design has to hold to, for screens and for print. */
export interface ProofRules {
  /** Pixels that the thinnest stroke and the narrowest gap have at least. */
  readonly screen: number;
  /** The same in print, mm. */
  readonly stroke: number;
  readonly gap: number;
  /** The smallest width that it is printed in, mm. */
  readonly width: number;
  /** Contrast of neighbouring colours. */
  readonly contrast: number;
}

/** One pixel; a quarter of a millimetre (common practice, no source); 3 : 1 (WCAG 2.2, 1.4.11 Non-text contrast). */
export const usualRules: ProofRules = { screen: 1, stroke: 0.25, gap: 0.25, width: 20, contrast: 3 };

export const ruleFields: readonly Field[] = [
  number(
    'screen',
    'Pixels at least',
    'Of the thinnest stroke and the narrowest gap on a screen.',
    0.1,
    20,
    0.1,
  ),
  number('stroke', 'Stroke, mm', 'The thinnest stroke that prints.', 0.001, 100, 0.05),
  number('gap', 'Gap, mm', 'The narrowest gap that stays open in print.', 0.001, 100, 0.05),
  number('width', 'Printed width, mm', 'The smallest width that the sheet is printed in.', 0.1, 1e5, 1),
  number('contrast', 'Contrast', 'Of neighbouring colours, 1 to 21.', 1, 21, 0.1),
];
