import { mixed } from '../../colour/mix';
import { choice, share } from '../../document/fields';
import { defineProof } from '../definition';
import { deficiencies, deficiencyMatrix, type Sight } from '../sight';
import { seenThrough } from '../whole-sheet';

interface EyesProof {
  readonly sight: string;
  readonly severity: number;
}

/** The sheet as eyes see it that tell fewer colours apart. */
export const eyesProof = defineProof<EyesProof>({
  kind: 'eyes',
  label: 'Other eyes',
  about: 'The sheet as it is seen by eyes that tell fewer colours apart.',
  alsoKnown: [
    'colour blindness',
    'colour vision',
    'accessibility',
    'protanopia',
    'deuteranopia',
    'tritanopia',
  ],
  row: 'eyes',
  fields: [
    choice('sight', 'Lacks', 'The cones of the eye that are weak.', deficiencies),
    share('severity', 'Severity', 'How weak they are; 100 % is without them.'),
  ],
  defaults: { sight: 'deutan', severity: 1 },
  title: (p) =>
    `${deficiencies[p.sight as Sight]}${p.severity < 1 ? ` ${Math.round(100 * p.severity)} %` : ''}`,
  scene(sheet, p) {
    const rows = deficiencyMatrix(p.sight as Sight, p.severity);
    return seenThrough(sheet, { kind: 'mix', rows, linear: true }, (c) => mixed(c, rows, true));
  },
});
