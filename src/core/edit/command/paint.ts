import type { Point } from '../../geometry/vector';
import type { CoatRef } from '../coat-ref';
import { addStopAt, fixGradient, turnGradient } from '../gradient';
import { addMeshLines, fitMeshPaint, removeMeshLine } from '../mesh';
import { releaseThickness } from '../release-thickness';
import { spreadGradient } from '../shared-gradient';
import { giveThickness, type Thickness } from '../thickness';
import { tonesToPaths } from '../tones';
import { tracePictures } from '../trace-pictures';
import { defineCommand, type OnParts } from './definition';

interface OnCoat {
  readonly coat: CoatRef;
}

/** Commands on gradients, meshes and coats that paint thickness. */
export const paintCommands = {
  'give-thickness': defineCommand<OnParts & { readonly kind: Thickness }>({
    label: 'Thickness',
    about: 'Gives parts thickness: a coat of its own beneath all others, lit by the lamp.',
    alsoKnown: ['extrude', '3d', 'block shadow'],
    run: (d, { ids, kind }) => giveThickness(d, ids, kind),
    needs: () => 'Thickness needs a part with an area.',
  }),
  'release-thickness': defineCommand<OnParts>({
    label: 'Thickness to paths',
    about: 'Turns the thickness of parts into plain paths, a side each, beneath them.',
    alsoKnown: ['expand', 'outline', 'flatten'],
    run: (d, { ids }, { sheetId }) => releaseThickness(d, sheetId, ids),
    needs: () =>
      'Choose a part whose thickness is painted in a colour, by the light or by a linear gradient.',
  }),
  'tones-to-paths': defineCommand<{ readonly id: string; readonly card: string }>({
    label: 'Tones to paths',
    about:
      'Gives a part that is put down to a few tones its areas of each as plain paths, in a group above it.',
    alsoKnown: ['trace', 'vectorise', 'outline'],
    run: (d, { id, card }, { sheetId }) => tonesToPaths(d, sheetId, id, card) ?? { design: d, chosen: [id] },
    needs: () => 'Choose a threshold or a few tones of a part with an area.',
  }),
  'trace-pictures': defineCommand<OnParts>({
    label: 'Trace',
    about: 'Gives parts that show a picture its areas of few colours, with smooth edges, above them.',
    alsoKnown: ['vectorise', 'outline', 'picture to paths'],
    run: (d, { ids }, { sheetId }) => tracePictures(d, sheetId, ids),
    needs: () => 'Choose a part that is filled with a picture.',
  }),
  'fit-mesh': defineCommand<
    OnCoat & {
      readonly rows: number;
      readonly columns: number;
      /** Nodes that its corners move on along the outline. */
      readonly shift: number;
    }
  >({
    label: 'Gradient mesh',
    about: 'Lays a mesh along the outline.',
    run: (d, { coat, rows, columns, shift }) => fitMeshPaint(d, coat, rows, columns, shift),
  }),
  'fix-gradient': defineCommand<OnCoat & { readonly fixed: boolean }>({
    label: 'Fix gradient',
    about: 'Fixes a gradient to the sheet, or lets it go, without a change to the eye.',
    run: (d, { coat, fixed }) => fixGradient(d, coat, fixed),
  }),
  'spread-gradient': defineCommand<OnParts>({
    label: 'One gradient over all',
    about: 'Lets one gradient run over all chosen parts.',
    run: (d, { ids }) => spreadGradient(d, ids),
  }),
  'turn-gradient': defineCommand<OnCoat>({
    label: 'Turn the gradient round',
    about: 'Lets a gradient run the other way.',
    run: (d, { coat }) => turnGradient(d, coat),
  }),
  'add-stop': defineCommand<OnCoat & { readonly at: Point }>({
    label: 'Add a stop',
    about: 'Puts a stop where the gradient is pressed, in the colour it has there.',
    run: (d, { coat, at }) => addStopAt(d, coat, at),
  }),
  'add-mesh-lines': defineCommand<OnCoat & { readonly at: Point }>({
    label: 'Add mesh lines',
    about: 'Puts a row and a column through a place of the mesh.',
    run: (d, { coat, at }) => addMeshLines(d, coat, at),
  }),
  'remove-mesh-line': defineCommand<OnCoat & { readonly node: number; readonly line: 'row' | 'column' }>({
    label: 'Remove a mesh line',
    about: 'Takes the row or the column of a node away.',
    run: (d, { coat, node, line }) => removeMeshLine(d, coat, node, line),
  }),
};
