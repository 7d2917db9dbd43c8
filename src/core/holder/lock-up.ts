import { choice, number, onlyIf, toggle } from '../document/fields';
import { layered } from '../scene/below';
import { defineHolder } from './definition';
import type { LockUp } from './types';

/** A group whose members stand by rule; the rules are kept by placing the members. */
export const lockUp = defineHolder<LockUp>({
  kind: 'lock-up',
  gathers: true,
  fields: [
    choice('arrangement', ['in-a-row', 'in-a-column']),
    choice('unit', ['capital-height', 'small-letter-height', 'stem-width', 'type-size']),
    number('gap', -100, 100, 0.05),
    choice('markSize', ['its-own', 'by-unit']),
    onlyIf('markSize', 'by-unit', number('markHeight', 0.01, 1000, 0.05)),
    onlyIf(
      'arrangement',
      'in-a-row',
      choice('level', ['feet-on-baseline', 'middle-of-capitals', 'tops-of-capitals', 'middle-of-ink']),
    ),
    onlyIf('arrangement', 'in-a-column', choice('flush', ['start', 'centre', 'end'])),
    number('clearSpace', 0, 100, 0.05),
    toggle('showClearSpace'),
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
