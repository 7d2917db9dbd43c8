import type { Card } from '../document/card';
import type { Field } from '../document/fields';
import type { Part } from '../document/types';
import { finishes } from '../finish';
import { origin, type Place } from '../geometry/matrix';
import { joinOutline } from '../outline/join';
import type { Outline } from '../outline/types';
import { primitives } from '../source';
import { steps } from '../step';
import { mixCoats, mixColour, mixNumber } from './look';
import { blendPaths } from './match';

/** An end of a blend: a part and its outline where it stands. */
export interface End {
  readonly part: Part;
  readonly outline: Outline;
  /** Whether it only gathers what is inside it. */
  readonly gathers: boolean;
  /** What is inside it, in its own coordinates. */
  readonly members: readonly End[];
}

/** A part between two ends, and what is inside it by id. */
export interface Between {
  readonly part: Part;
  readonly inside: Readonly<Record<string, Part>>;
}

type Values = Readonly<Record<string, unknown>>;

/** Parameters between two of one kind: numbers and colours run evenly, what can only switch does half way. */
function mixValues(fields: readonly Field[], a: Values, b: Values, t: number): Record<string, unknown> {
  const out: Record<string, unknown> = { ...(t < 0.5 ? a : b) };
  for (const { name, type } of fields) {
    const [p, q] = [a[name], b[name]];
    if (typeof p === 'number' && typeof q === 'number')
      out[name] = type === 'count' ? Math.round(mixNumber(p, q, t)) : mixNumber(p, q, t);
    else if (type === 'colour') out[name] = mixColour(String(p), String(q), t);
  }
  return out;
}

type Kinds = Readonly<Record<string, { readonly fields: readonly Field[] }>>;

const alike = (a: readonly Card[], b: readonly Card[]): boolean =>
  a.length === b.length && a.every((c, i) => c.kind === b[i].kind && c.on === b[i].on);

const mixCards = (kinds: Kinds, a: readonly Card[], b: readonly Card[], t: number): Card[] =>
  a.map((c, i) => ({ ...c, params: mixValues(kinds[c.kind].fields, c.params, b[i].params, t) }));

const mixPlace = (a: Place, b: Place, t: number): Place => ({
  x: mixNumber(a.x, b.x, t),
  y: mixNumber(a.y, b.y, t),
  turn: mixNumber(a.turn, b.turn, t),
  skew: mixNumber(a.skew, b.skew, t),
  scaleX: mixNumber(a.scaleX, b.scaleX, t),
  scaleY: mixNumber(a.scaleY, b.scaleY, t),
});

/** Whether two parts are one primitive with the same steps, so that its own numbers can run between. */
function sameMake(a: Part, b: Part): boolean {
  const { kind } = a.source;
  return (
    kind === b.source.kind &&
    kind in primitives &&
    !primitives[kind].placedByBounds &&
    alike(a.steps, b.steps)
  );
}

/** Most shares of the way that are remembered for two objects. */
const mostKept = 2000;

/** Remembers what two objects give for a share of the way, as long as a list of others stays the same too. */
function rememberPair<T>() {
  const known = new WeakMap<object, { others: readonly unknown[]; made: Map<number, T> }>();
  return (a: object, others: readonly unknown[], t: number, work: () => T): T => {
    let found = known.get(a);
    if (!found || found.others.some((o, i) => o !== others[i])) {
      found = { others, made: new Map() };
      known.set(a, found);
    }
    if (found.made.size > mostKept) found.made.clear();
    let value = found.made.get(t);
    if (value === undefined) {
      value = work();
      found.made.set(t, value);
    }
    return value;
  };
}

// An end that only moves leaves shapes and looks the same objects, so that nothing is worked out again.
const shapes = rememberPair<Pick<Part, 'source' | 'steps'>>();
const looks = rememberPair<Pick<Part, 'coats' | 'finishes'>>();

const lookBetween = (a: Part, b: Part, t: number) =>
  looks(a.coats, [b.coats, a.finishes, b.finishes], t, () => ({
    coats: mixCoats(a.coats, b.coats, t),
    finishes: alike(a.finishes, b.finishes) ? mixCards(finishes, a.finishes, b.finishes, t) : [],
  }));

const shapeBetween = (a: Part, b: Part, t: number) =>
  shapes(a.source, [b.source, a.steps, b.steps], t, () => {
    const { kind } = a.source;
    const values = mixValues(primitives[kind].fields, { ...a.source }, { ...b.source }, t);
    return {
      source: { ...values, kind } as Part['source'],
      steps: mixCards(steps, a.steps, b.steps, t),
    };
  });

/** All that is inside an end. */
const insideOf = (end: End): Part[] => end.members.flatMap((m) => [m.part, ...insideOf(m)]);

/** An end that loses `share` of what shows of it. */
const fading = (end: End, share: number): Between => ({
  part: { ...end.part, opacity: end.part.opacity * (1 - share) },
  inside: Object.fromEntries(insideOf(end).map((p) => [p.id, p])),
});

/** Groups between two groups: their members pass into one another from the lowest; one without a partner fades. */
function betweenGroups(a: End, b: End): (t: number) => Between {
  const pairs = a.members.slice(0, b.members.length).map((m, i) => betweenParts(m, b.members[i]));
  return (t) => {
    const left = [
      ...a.members.slice(pairs.length).map((m) => fading(m, t)),
      ...b.members.slice(pairs.length).map((m) => fading(m, 1 - t)),
    ];
    const list = [...pairs.map((make) => make(t)), ...left];
    let inside: Record<string, Part> = {};
    const children = list.map(({ part, inside: within }, i) => {
      // Ids inside stay apart from one another, however deep they lie.
      const id = `in-${i}`;
      const deeper = (old: string) => `${id}-${old}`;
      const moved = Object.values(within).map((p) => ({
        ...p,
        id: deeper(p.id),
        children: p.children.map(deeper),
      }));
      const holder = { ...part, id, children: part.children.map(deeper) };
      inside = { ...inside, ...Object.fromEntries([holder, ...moved].map((p) => [p.id, p])) };
      return id;
    });
    const near = t < 0.5 ? a.part : b.part;
    return {
      part: {
        ...near,
        ...lookBetween(a.part, b.part, t),
        children,
        hidden: false,
        opacity: mixNumber(a.part.opacity, b.part.opacity, t),
        steps: alike(a.part.steps, b.part.steps)
          ? mixCards(steps, a.part.steps, b.part.steps, t)
          : near.steps,
        place: mixPlace(a.part.place, b.part.place, t),
      },
      inside,
    };
  };
}

/** A group among single parts takes part with the look of its lowest member. */
const plainLook = (end: End): Part => {
  const lowest = end.part.coats.length ? undefined : end.members[0];
  return lowest ? { ...end.part, coats: plainLook(lowest).coats } : end.part;
};

/**
 * The parts between two ends, by the share of the way, 0–1. Of two primitives of one kind the
 * parameters run, so that circles stay circles; of two groups the members pass into one another; of
 * others the outlines do.
 */
export function betweenParts(a: End, b: End): (t: number) => Between {
  const groups = [a, b].every(({ gathers, members }) => gathers && members.length > 0);
  if (groups) return betweenGroups(a, b);
  const [p, q] = [plainLook(a), plainLook(b)];
  const shape = sameMake(p, q) ? null : blendPaths(joinOutline(a.outline), joinOutline(b.outline));
  return (t) => {
    const common = {
      ...(t < 0.5 ? p : q),
      ...lookBetween(p, q, t),
      children: [],
      hidden: false,
      opacity: mixNumber(p.opacity, q.opacity, t),
    };
    if (!shape)
      return {
        part: { ...common, ...shapeBetween(p, q, t), place: mixPlace(p.place, q.place, t) },
        inside: {},
      };
    const { contours, fillRule } = shape(t);
    return {
      part: { ...common, steps: [], place: origin, source: { kind: 'path', contours, fillRule } },
      inside: {},
    };
  };
}
