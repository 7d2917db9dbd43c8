import { parseHex } from '../colour/colour';
import { toneOf } from '../colour/tones';
import { choice, colour, onlyIf, share, sheet, size } from '../document/fields';
import type { Matrix } from '../geometry/matrix';
import { type Bounds, boundsMiddle, boundsPath, growBounds, meetBounds } from '../geometry/path';
import { castersOf } from '../scene/caster';
import { nodesBounds } from '../scene/damage';
import { filledWith } from '../scene/filled-with';
import { filterNode } from '../scene/filter-node';
import { groupNode } from '../scene/group-node';
import { scaledNodes } from '../scene/scaled';
import { silhouette } from '../scene/silhouette';
import type { GroupNode, Scene, SceneNode } from '../scene/types';
import { defineSource } from './definition';

export interface LaidSheet {
  readonly sheet: string;
  readonly width: number;
  readonly height: number;
  readonly shown: 'mark' | 'sheet';
  readonly fit: 'contain' | 'cover';
  readonly inks: 'own' | 'shape' | 'tone';
  readonly level: number;
  readonly ink: string;
}

const boxOf = ({ width, height }: LaidSheet): Bounds => ({
  x0: -width / 2,
  y0: -height / 2,
  x1: width / 2,
  y1: height / 2,
});

/** What of the sheet is laid, in its units; null where there is nothing. */
function shownOf(scene: Scene, shown: LaidSheet['shown']): Bounds | null {
  const whole = { x0: 0, y0: 0, x1: scene.width, y1: scene.height };
  if (shown === 'sheet') return whole;
  // Shadows about a mark are no part of its size.
  const painted = nodesBounds(castersOf(scene.nodes));
  return painted && meetBounds(painted, whole);
}

const paper = [1, 1, 1, 1] as const;
const white = [1, 1, 1, 1] as const;
const black = [0, 0, 0, 1] as const;

/** What is laid in its own colours, or in one ink: all that is painted, or what is told from the ground by its tone. */
function inked(nodes: readonly SceneNode[], scene: Scene, area: Bounds, p: LaidSheet): readonly SceneNode[] {
  const fill = (rgba: readonly [number, number, number, number]): SceneNode =>
    filledWith(boundsPath(area), { kind: 'solid', colour: rgba });
  const grounded = scene.ground && p.shown === 'sheet' ? [fill(scene.ground), ...nodes] : nodes;
  if (p.inks === 'own') return grounded;
  const ink = [fill(parseHex(p.ink))];
  if (p.inks === 'shape')
    return [groupNode(ink, { isolated: true, mask: { children: nodes.map(silhouette), by: 'alpha' } })];
  const ground = scene.ground ?? paper;
  const dark = toneOf(ground[0], ground[1], ground[2]) < p.level;
  const steps = [
    { from: 0, colour: dark ? black : white },
    { from: p.level, colour: dark ? white : black },
  ];
  const seen = groupNode([fill(ground), ...nodes], { isolated: true });
  const mask = filterNode({ kind: 'tones', softness: 0, steps }, [seen]);
  return [groupNode(ink, { isolated: true, mask: { children: [mask], by: 'luminance' } })];
}

/** From a sheet's coordinates to the part that lays it, and what of it is cut off at an edge, in its units; null where there is nothing. */
export function laidPlace(
  scene: Scene,
  p: LaidSheet,
): { readonly matrix: Matrix; readonly cut: Bounds | null; readonly area: Bounds } | null {
  const shown = shownOf(scene, p.shown);
  const [w, h] = shown ? [shown.x1 - shown.x0, shown.y1 - shown.y0] : [0, 0];
  if (!shown || !(w > 0 && h > 0 && p.width > 0 && p.height > 0)) return null;
  const covers = p.fit === 'cover';
  const k = (covers ? Math.max : Math.min)(p.width / w, p.height / h);
  const { x, y } = boundsMiddle(shown);
  const [across, down] = [p.width / k / 2, p.height / k / 2];
  // The box in the sheet's units is what a sheet that covers it is cut to.
  const all = covers ? { x0: x - across, y0: y - down, x1: x + across, y1: y + down } : shown;
  return {
    matrix: [k, 0, 0, k, -k * x, -k * y],
    // What of a mark is soft may reach on beyond its bounds: it has no edge.
    cut: covers || p.shown === 'sheet' ? all : null,
    area: growBounds(all, 0.02 * Math.max(w, h)),
  };
}

/** A sheet as it lies in the box: in its middle, as large as the fit says, cut where it has an edge. */
function laidIn(scene: Scene, p: LaidSheet): GroupNode | null {
  const at = laidPlace(scene, p);
  if (!at) return null;
  const { matrix, cut, area } = at;
  const nodes = inked(scaledNodes(scene.nodes, matrix[0]), scene, area, p);
  return groupNode(nodes, { matrix, isolated: true, ...(cut ? { clip: boundsPath(cut) } : {}) });
}

/** Another sheet of the design, laid onto this one; it follows what changes there. */
export const laidSheet = defineSource<LaidSheet>({
  kind: 'laid-sheet',
  label: 'Laid sheet',
  about: 'Another sheet of the design, laid onto this one: it follows whatever changes there.',
  alsoKnown: ['instance', 'linked', 'embedded', 'mock-up', 'symbol', 'artboard'],
  fields: [
    sheet('sheet', 'Sheet', 'Which one is laid.'),
    size('width', 'Width', 'Of the box that it lies in.'),
    size('height', 'Height', 'Of the box that it lies in.'),
    choice('shown', 'Shown', 'What of the sheet: what is painted, or all of it with its ground.', {
      mark: 'Mark alone',
      sheet: 'Whole sheet',
    }),
    choice('fit', 'Fit', 'How large it is in the box.', {
      contain: 'All of it shows',
      cover: 'Fills the box',
    }),
    choice(
      'inks',
      'Inks',
      'Its own colours, or one ink for all that is painted or for what differs in tone.',
      {
        own: 'Its own',
        shape: 'One, all over',
        tone: 'One, by tone',
      },
    ),
    onlyIf('inks', 'tone', share('level', 'Level', 'The tone between ink and ground.')),
    onlyIf('inks', ['shape', 'tone'], colour('ink', 'Ink', 'The one colour.')),
  ],
  defaults: {
    sheet: '',
    width: 400,
    height: 400,
    shown: 'mark',
    fit: 'contain',
    inks: 'own',
    level: 0.5,
    ink: '#1f2b38',
  },
  outline: (p) => boundsPath(boxOf(p)),
  lays: (p) => p.sheet,
  nodes(p, _, laid) {
    const node = laid && laidIn(laid, p);
    return node ? [node] : [];
  },
  notes(p, _, laid) {
    if (!p.sheet) return ['Choose the sheet that is laid.'];
    if (!laid) return ['The sheet is gone, or it would show itself: choose another one.'];
    return laidIn(laid, p) ? [] : ['There is nothing on the sheet that could be laid.'];
  },
  fit: (p, width, height) => ({ ...p, width, height }),
  resize: (p, sx, sy) => ({ ...p, width: p.width * sx, height: p.height * sy }),
});
