import { choice, number, onlyIf, toggle } from '../document/fields';
import { layered } from '../scene/below';
import { defineHolder } from './definition';
import type { LockUp } from './types';

/** A group whose members stand by rule; the rules are kept by placing the members. */
export const lockUp = defineHolder<LockUp>({
  kind: 'lock-up',
  label: 'Lock-up',
  about: 'A mark and its words that stand together by rule.',
  alsoKnown: ['logo layout'],
  gathers: true,
  fields: [
    choice('arrangement', 'Arrangement', 'Beside each other or below each other.', {
      'in-a-row': 'In a row',
      'in-a-column': 'In a column',
    }),
    choice('unit', 'Measured in', 'What the lengths are told in, of the first level words inside.', {
      'capital-height': 'Capitals',
      'small-letter-height': 'Small letters',
      'stem-width': 'Stems',
      'type-size': 'Type size',
    }),
    number('gap', 'Gap between', 'From each member to the next, in that measure.', -100, 100, 0.05),
    choice('markSize', 'Size of the mark', 'Whether members without words keep their size.', {
      'its-own': 'Its own',
      'by-unit': 'By measure',
    }),
    onlyIf(
      'markSize',
      'by-unit',
      number('markHeight', 'Mark height', 'Of members without words, in that measure.', 0.01, 1000, 0.05),
    ),
    onlyIf(
      'arrangement',
      'in-a-row',
      choice('level', 'Level by', 'What stands on one line.', {
        'feet-on-baseline': 'Baseline',
        'middle-of-capitals': 'Middles',
        'tops-of-capitals': 'Tops',
        'middle-of-ink': 'Ink',
      }),
    ),
    onlyIf(
      'arrangement',
      'in-a-column',
      choice('flush', 'Flush at', 'Where members below each other line up.', {
        start: 'Start',
        centre: 'Centre',
        end: 'End',
      }),
    ),
    number('clearSpace', 'Clear space', 'Kept free all round, in that measure.', 0, 100, 0.05),
    toggle('showClearSpace', 'Show clear space', 'As lines on the sheet that are never exported.'),
  ],
  defaults: {
    arrangement: 'in-a-row',
    unit: 'capital-height',
    gap: 0.5,
    markSize: 'its-own',
    markHeight: 1,
    level: 'middle-of-capitals',
    flush: 'centre',
    clearSpace: 1,
    showClearSpace: true,
  },
  painted: false,
  outline: (members) => members.flatMap((m) => m.outline),
  nodes: (members) => layered(members),
});
