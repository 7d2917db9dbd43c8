import { WorkFault } from '../geometry/budget';
import { knownBounds } from '../geometry/known-bounds';
import { nearestOnPath, pathLength } from '../geometry/measure';
import type { Path } from '../geometry/path';
import type { Point } from '../geometry/vector';
import type { Picture } from '../raster/render';
import { layersOf } from '../scene/layers';
import type { PaintedLayer } from '../scene/node/definition';
import type { Scene } from '../scene/types';
import { type Across, gapWidths, strokeWidths, type Widths } from './across';
import { type Balance, balanceOf } from './balance';
import { type Meeting, meetingsOf } from './contrasts';
import { type InkArea, type Inks, inksOf } from './inks';
import { pictureOf } from './picture';
import type { ProofRules } from './rules';

/** What was measured: a stroke, a gap, colours that meet, or where the weight lies. */
export type FindingKind = 'stroke' | 'gap' | 'contrast' | 'balance' | 'unmeasured';

/** Something that was measured, with its place. */
export interface Finding {
  /** The same for the same thing while a design changes. */
  readonly id: string;
  readonly kind: FindingKind;
  /** Whether it breaks a rule where it has to hold, comes near that, or is as it should be. */
  readonly state: 'broken' | 'near' | 'holds';
  readonly message: string;
  /** What of the sheet it is about: an ink as hex, a gradient, or all of it. */
  readonly about: string;
  /** Places to be pointed at, sheet units: one, or two with what lies between. */
  readonly at: readonly Point[];
  /** The part it leads to. */
  readonly part: string | null;
  /** Width in sheet units, or the contrast. */
  readonly value: number;
  /** The smallest size at which it holds: pixels of the longer side, and its width in print, mm. */
  readonly from?: { readonly px: number; readonly mm: number };
}

/** All that was found out about a sheet. */
export interface Findings {
  readonly findings: readonly Finding[];
  readonly balance: Balance | null;
  /** How much of the outline is no wider than a size, by rising sizes: strokes and gaps of the silhouette. */
  readonly curve: readonly { readonly size: number; readonly stroke: number; readonly gap: number }[];
}

/** Places of the curve of widths. */
const curvePlaces = 48;

/** Share of each spread that is no wider than a size. */
function curveOf(strokes: Widths['spread'], gaps: Widths['spread'], longest: number): Findings['curve'] {
  const all = [...strokes, ...gaps];
  if (!all.length) return [];
  const low = Math.max(1e-4 * longest, Math.min(...all.map((s) => s.size)));
  const high = Math.max(low * 1.01, Math.max(...all.map((s) => s.size)));
  const share = (spread: Widths['spread'], size: number) => {
    const whole = spread.reduce((sum, s) => sum + s.length, 0);
    const within = spread.reduce((sum, s) => sum + (s.size <= size * (1 + 1e-9) ? s.length : 0), 0);
    return whole > 0 ? within / whole : 0;
  };
  return Array.from({ length: curvePlaces }, (_, i) => {
    const size = low * (high / low) ** (i / (curvePlaces - 1));
    return { size, stroke: share(strokes, size), gap: share(gaps, size) };
  });
}

/** The part whose outline is nearest to a place, among some or all; of several as near the topmost. */
function partAt({ layers }: Measuring, p: Point, among: readonly string[] | null): string | null {
  let best: string | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const { path, part } of layers.toReversed()) {
    const b = part && (!among || among.includes(part)) ? knownBounds(path) : null;
    if (!b || !part) continue;
    const away = Math.hypot(Math.max(b.x0 - p.x, 0, p.x - b.x1), Math.max(b.y0 - p.y, 0, p.y - b.y1));
    const near = away < least ? nearestOnPath(path, p) : null;
    if (near && near.distance < least) [best, least] = [part, near.distance];
  }
  return best;
}

const short = (v: number): string => String(Number(v.toPrecision(3)));

interface Measuring {
  readonly scene: Scene;
  /** What it is painted of. */
  readonly layers: readonly PaintedLayer[];
  readonly rules: ProofRules;
  /** The smallest size that hangs on the wall, pixels. */
  readonly smallest: number;
}

/** A stroke or a gap as a finding. */
function widthFinding(
  measuring: Measuring,
  kind: 'stroke' | 'gap',
  found: Across,
  about: string,
  parts: readonly string[] | null,
): Finding {
  const { scene, rules, smallest } = measuring;
  const longest = Math.max(scene.width, scene.height);
  const px = (rules.screen * longest) / found.size;
  const mm = (rules[kind] * scene.width) / found.size;
  const broken = px > smallest || mm > rules.width;
  const what = kind === 'stroke' ? 'Thinnest stroke' : 'Narrowest gap';
  return {
    id: `${kind} ${about}`,
    kind,
    state: broken ? 'broken' : px > smallest / 1.5 || mm > rules.width / 1.5 ? 'near' : 'holds',
    message: `${what} ${short(found.size)}: holds from ${Math.ceil(px - 1e-9)} px and ${short(mm)} mm.`,
    about,
    at: [found.from, found.to],
    part: partAt(measuring, found.from, parts),
    value: found.size,
    from: { px, mm },
  };
}

function contrastFinding(measuring: Measuring, meeting: Meeting, areas: readonly InkArea[]): Finding {
  const { rules } = measuring;
  const [a, b] = meeting.colours;
  const parts = areas.find((x) => x.key === meeting.keys[0])?.parts ?? null;
  const low = meeting.contrast < rules.contrast;
  return {
    id: `contrast ${meeting.keys.join(' ')}`,
    kind: 'contrast',
    state: low ? 'broken' : meeting.contrast < 1.5 * rules.contrast ? 'near' : 'holds',
    message: `${a} on ${b}: contrast ${meeting.contrast.toFixed(1)} to 1.`,
    about: a,
    at: [meeting.at],
    part: partAt(measuring, meeting.at, parts),
    value: meeting.contrast,
  };
}

/** How far the weight may lie from the middle, as a share of the sheet. */
const offCentre = 0.02;

function balanceFinding({ scene }: Measuring, { centre, left, above }: Balance): Finding {
  const [dx, dy] = [centre.x - scene.width / 2, centre.y - scene.height / 2];
  const off = Math.hypot(dx / scene.width, dy / scene.height);
  const side = (v: number, less: string, more: string) =>
    Math.abs(v) < 0.05 ? null : `${short(Math.abs(v))} ${v < 0 ? less : more}`;
  const where = [side(dx, 'left', 'right'), side(dy, 'above', 'below')].filter((s) => s !== null);
  const percent = (v: number) => Math.round(100 * v);
  return {
    id: 'balance',
    kind: 'balance',
    state: off > 2.5 * offCentre ? 'broken' : off > offCentre ? 'near' : 'holds',
    message: `Optical centre ${where.length ? `${where.join(' and ')} of the middle` : 'in the middle'}: ${percent(left)} % of the ink lies left, ${percent(above)} % above.`,
    about: 'sheet',
    at: [centre, { x: scene.width / 2, y: scene.height / 2 }],
    part: null,
    value: off,
  };
}

/** Contrasts that are told at most: the least of them. */
const mostContrasts = 6;

const order = { broken: 0, near: 1, holds: 2 } as const;

/** Places that the silhouette is looked across from, and each ink at least. */
const places = { silhouette: 1500, ink: 300 } as const;

/** How many places an ink is looked across from: of the silhouette’s as many as its outline is long, within bounds. */
const placesOf = (ink: Path, silhouette: Path): number =>
  Math.min(
    places.silhouette,
    Math.max(places.ink, (places.silhouette * pathLength(ink)) / Math.max(1e-9, pathLength(silhouette))),
  );

/** What an outline is called, which parts it is of, and how many places it is looked across from. */
interface Looked {
  readonly about: string;
  readonly parts: readonly string[] | null;
  readonly places: number;
}

/** Strokes and gaps of one outline, and how wide they are all along it. */
function widthsOf(
  measuring: Measuring,
  path: Path,
  { about, parts, places: most }: Looked,
): { found: Finding[]; strokes: Widths; gaps: Widths } {
  const found: Finding[] = [];
  const [strokes, gaps] = [strokeWidths(path, most), gapWidths(path, most)];
  if (strokes.narrowest) found.push(widthFinding(measuring, 'stroke', strokes.narrowest, about, parts));
  if (gaps.narrowest) found.push(widthFinding(measuring, 'gap', gaps.narrowest, about, parts));
  return { found, strokes, gaps };
}

const unmeasured = (about: string, message: string): Finding => ({
  id: `unmeasured ${about}`,
  kind: 'unmeasured',
  state: 'near',
  message,
  about,
  at: [],
  part: null,
  value: 0,
});

/**
 * Measures a sheet against rules: thinnest strokes and narrowest gaps of all and of every ink, colours that meet, and balance;
 * the worst first. What is too fine or too much to be measured is said. Each time something has been found out, what is known so
 * far is yielded.
 * @param smallest the smallest size that hangs on the wall, pixels
 * @param picture the sheet as `pictureOf` draws it
 */
export function* findingsOf(
  scene: Scene,
  rules: ProofRules,
  smallest: number,
  picture: Picture = pictureOf(scene),
): Generator<Findings> {
  const measuring = { scene, layers: layersOf(scene.nodes), rules, smallest };
  const longest = Math.max(scene.width, scene.height);
  const balance = balanceOf(scene, picture);
  const findings: Finding[] = balance ? [balanceFinding(measuring, balance)] : [];
  let curve: Findings['curve'] = [];
  const worst = (f: Finding) => (f.from ? Math.max(f.from.px / smallest, f.from.mm / rules.width) : 0);
  const told = (): Findings => ({
    findings: findings.toSorted((a, b) => order[a.state] - order[b.state] || worst(b) - worst(a)),
    balance,
    curve,
  });
  /** Does one piece of the work; what is too much for it is told among the findings. */
  const afforded = (about: string, work: () => void) => {
    try {
      work();
    } catch (e) {
      if (!(e instanceof WorkFault)) throw e;
      findings.push(unmeasured(about, e.message));
    }
  };
  let inks: Inks | null = null;
  afforded('sheet', () => {
    inks = inksOf(scene, measuring.layers);
  });
  if (inks) yield* ofInks(inks);
  yield told();

  function* ofInks({ areas, silhouette }: Inks): Generator<Findings> {
    afforded('silhouette', () => {
      const { found, strokes, gaps } = widthsOf(measuring, silhouette, {
        about: 'silhouette',
        parts: null,
        places: places.silhouette,
      });
      findings.push(...found);
      curve = curveOf(strokes.spread, gaps.spread, longest);
    });
    if (!areas)
      findings.push(unmeasured('inks', 'Its outlines cross too often for single inks to be measured.'));
    yield told();
    if (!areas) return;
    const meetings = meetingsOf(scene, areas, picture).slice(0, mostContrasts);
    findings.push(...meetings.map((m) => contrastFinding(measuring, m, areas)));
    // One ink alone is the silhouette itself.
    if (areas.length < 2) return;
    for (const { key, path, parts, colour } of areas) {
      if (!colour) continue;
      yield told();
      const looked = { about: key, parts, places: placesOf(path, silhouette) };
      afforded(key, () => void findings.push(...widthsOf(measuring, path, looked).found));
    }
  }
}
