import { isPainted } from '../document/painted';
import { remembered, withMembers } from '../document/record';
import type { Design, Part } from '../document/types';
import { identity, type Matrix, multiply, type Place, placeMatrix } from '../geometry/matrix';
import { type Bounds, joinBounds, pathBounds, transformPath } from '../geometry/path';
import type { LockUp } from '../holder/types';
import { facesStamp } from '../lettering/face';
import { levelLines } from '../lettering/heights';
import { evaluatePart } from './evaluate';

type Parts = Pick<Design, 'parts'>;

/** A lock-up's lengths come from level lettering in it. */
interface Measured {
  readonly foot: number;
  readonly top: number;
  readonly unit: Readonly<Record<LockUp['unit'], number>>;
}

/** A member as it is to be placed, in the lock-up's coordinates. */
interface Member {
  readonly part: Part;
  readonly ink: Bounds;
  /** Of its lettering; null where it holds none. */
  readonly measured: Measured | null;
}

const takesPlace = (part: Part | undefined): part is Part => !!part && isPainted(part);

/** The heights of all level lettering in a part; the lengths are those of the first. */
function measure({ parts }: Parts, part: Part, frame: Matrix): Measured | null {
  const own = multiply(frame, placeMatrix(part.place));
  if (part.source.kind !== 'lettering') {
    const all = part.children.flatMap((id) => {
      const child = parts[id];
      return (takesPlace(child) && measure({ parts }, child, own)) || [];
    });
    return all.length
      ? {
          foot: Math.max(...all.map((m) => m.foot)),
          top: Math.min(...all.map((m) => m.top)),
          unit: all[0].unit,
        }
      : null;
  }
  const level = levelLines(part.source);
  const [a, b, , d, , f] = own;
  if (!level?.lines.length || Math.abs(b) > 1e-9 * Math.abs(a) || !(d > 0)) return null;
  const { capHeight, xHeight } = level.metrics;
  const ys = level.lines.map(({ y }) => f + d * y);
  const high = capHeight * level.unit * d;
  return {
    foot: Math.max(...ys),
    top: Math.min(...ys) - high,
    unit: {
      'capital-height': high,
      'small-letter-height': xHeight * level.unit * d,
      'stem-width': level.stem * Math.abs(a),
      'type-size': part.source.size * part.source.stretchY * d,
    },
  };
}

const inkOf = (design: Parts, part: Part): Bounds | null =>
  evaluatePart(design, part)
    .outline.map((p) => pathBounds(transformPath(p.path, placeMatrix(part.place))))
    .reduce(joinBounds, null);

function memberOf(design: Parts, part: Part): Member | null {
  const ink = inkOf(design, part);
  return ink && { part, ink, measured: measure(design, part, identity) };
}

const moved = (place: Place, dx: number, dy: number): Place => ({
  ...place,
  x: place.x + dx,
  y: place.y + dy,
});

/** A mark made as high as it should be. */
function sized(design: Parts, member: Member, height: number): Member {
  const k = height / (member.ink.y1 - member.ink.y0);
  if (!Number.isFinite(k) || !(k > 0) || Math.abs(k - 1) < 1e-12) return member;
  const { place } = member.part;
  const part = { ...member.part, place: { ...place, scaleX: place.scaleX * k, scaleY: place.scaleY * k } };
  return { ...member, part, ink: inkOf(design, part) ?? member.ink };
}

const middle = (a: number, b: number) => (a + b) / 2;
const topOf = ({ ink, measured }: Member) => measured?.top ?? ink.y0;
const footOf = ({ ink, measured }: Member) => measured?.foot ?? ink.y1;

/** Across the direction that a lock-up runs in: the height, or the place from the left, that members share. */
function shared({ arrangement, level, flush }: LockUp, m: Member): number {
  if (arrangement === 'in-a-column')
    return { start: m.ink.x0, centre: middle(m.ink.x0, m.ink.x1), end: m.ink.x1 }[flush];
  return {
    'feet-on-baseline': footOf(m),
    'middle-of-capitals': middle(topOf(m), footOf(m)),
    'tops-of-capitals': topOf(m),
    'middle-of-ink': middle(m.ink.y0, m.ink.y1),
  }[level];
}

/** Along it: where a member begins and ends. Lettering is told by its capitals and its baseline from top to foot. */
const reach = ({ arrangement }: LockUp, m: Member): readonly [number, number] =>
  arrangement === 'in-a-row' ? [m.ink.x0, m.ink.x1] : [topOf(m), footOf(m)];

/** What a lock-up comes to. */
interface Kept {
  /** The member that stays where it is put. */
  readonly lead: string;
  /** Members that have to be placed anew. */
  readonly changed: readonly Part[];
  /** Its unit in its own coordinates; 0 where nothing in it has one. */
  readonly unit: number;
}

/** The members of a lock-up as its rules want them. The first that holds words stays where it is. */
function keep(design: Parts, part: Part, rules: LockUp): Kept {
  const given = part.children
    .map((id) => design.parts[id])
    .filter(takesPlace)
    .flatMap((p) => memberOf(design, p) ?? []);
  const lead = Math.max(
    0,
    given.findIndex((m) => m.measured),
  );
  const unit = given[lead]?.measured?.unit[rules.unit] ?? 0;
  if (!(unit > 0)) return { lead: '', changed: [], unit: 0 };
  const members = given.map((m) =>
    !m.measured && rules.markSize === 'by-unit' ? sized(design, m, rules.markHeight * unit) : m,
  );
  const gap = rules.gap * unit;
  const line = shared(rules, members[lead]);
  const places = members.map((m) => m.part.place);
  const put = (i: number, along: number) => {
    const across = line - shared(rules, members[i]);
    places[i] =
      rules.arrangement === 'in-a-row' ? moved(places[i], along, across) : moved(places[i], across, along);
  };
  let [start, end] = reach(rules, members[lead]);
  for (let i = lead + 1; i < members.length; i++) {
    const [from, to] = reach(rules, members[i]);
    put(i, end + gap - from);
    end += gap + to - from;
  }
  for (let i = lead - 1; i >= 0; i--) {
    const [from, to] = reach(rules, members[i]);
    put(i, start - gap - to);
    start -= gap + to - from;
  }
  const near = (a: Place, b: Place) =>
    (['x', 'y', 'scaleX', 'scaleY'] as const).every(
      (k) => Math.abs(a[k] - b[k]) <= 1e-9 * (1 + Math.abs(a[k])),
    );
  const changed = members.flatMap((m, i) =>
    near(design.parts[m.part.id].place, places[i]) ? [] : [{ ...m.part, place: places[i] }],
  );
  return { lead: members[lead].part.id, changed, unit };
}

/** Whether a member of a lock-up stands where the rules want it, wherever it is put. */
export function isPlacedByRule(design: Parts, lockUp: Part | undefined, id: string): boolean {
  if (lockUp?.source.kind !== 'lock-up') return false;
  const { lead, unit } = keep(design, lockUp, lockUp.source);
  return unit > 0 && id !== lead;
}

/** The unit of a lock-up in its own coordinates; 0 where no level lettering in it has one. */
export const lockUpUnit = (design: Parts, part: Part): number =>
  part.source.kind === 'lock-up' ? keep(design, part, part.source).unit : 0;

const ids = new WeakMap<object, readonly string[]>();

function findLockUps(parts: Design['parts']): readonly string[] {
  const found: string[] = [];
  const seen = new Set<string>();
  const visit = (id: string) => {
    const part = parts[id];
    if (!part || seen.has(id)) return;
    seen.add(id);
    for (const child of part.children) visit(child);
    if (part.source.kind === 'lock-up') found.push(id);
  };
  if (Object.values(parts).some((p) => p.source.kind === 'lock-up'))
    for (const id of Object.keys(parts)) visit(id);
  return found;
}

/** Lock-ups, those inside others before them. */
const lockUpsIn = (parts: Design['parts']): readonly string[] =>
  remembered(
    ids,
    parts,
    findLockUps,
    (a, b) => a.children === b.children && (a.source.kind === 'lock-up') === (b.source.kind === 'lock-up'),
  );

const kept = new WeakMap<object, { readonly stamp: number; readonly parts: Design['parts'] }>();

/**
 * The design with the members of its lock-ups where the rules want them; the same object where they are there
 * already.
 */
export function applyLockUps(design: Design): Design {
  const known = kept.get(design.parts);
  if (known && known.stamp === facesStamp())
    return known.parts === design.parts ? design : { ...design, parts: known.parts };
  let { parts } = design;
  for (const id of lockUpsIn(parts)) {
    const part = parts[id];
    if (part.source.kind !== 'lock-up') continue;
    const { changed } = keep({ parts }, part, part.source);
    if (changed.length)
      parts = withMembers(
        parts,
        changed.map((p) => [p.id, p] as const),
      );
  }
  for (const p of [design.parts, parts]) kept.set(p, { stamp: facesStamp(), parts });
  return parts === design.parts ? design : { ...design, parts };
}
