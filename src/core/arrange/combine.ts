import { emptyPath, type Path } from '../geometry/path';
import { clipLoops, isConvexLoop, type Loop, type LoopRule, loopArea2, reverseLoop } from './clipper';
import { coarse, type Fineness, fine } from './pool';
import { type TraceReport, traceLoop } from './trace';
import { prepare, type Workspace } from './workspace';

/** The boolean operations; `subtract` takes every later path from the first. */
export const operations = ['union', 'subtract', 'intersect', 'exclude'] as const;
export type Operation = (typeof operations)[number];

/** Loops of one shape without self-overlaps, outlines positive and holes negative. */
function cleanLoops(loops: readonly Loop[], rule: LoopRule): Loop[] {
  if (loops.length === 0) return [];
  if (loops.length === 1 && isConvexLoop(loops[0])) {
    const area = loopArea2(loops[0]);
    if (area > 0) return [loops[0]];
    return rule === 'positive' || area === 0 ? [] : [reverseLoop(loops[0])];
  }
  return clipLoops('union', rule, loops);
}

/** Shapes united at once at most; the sweep's work grows with the edges that are abreast. */
const batch = 40;

const middleOf = (loops: readonly Loop[]): number => {
  let lo = Number.POSITIVE_INFINITY;
  let hi = Number.NEGATIVE_INFINITY;
  for (const loop of loops)
    for (let i = 0; i < loop.length; i += 2) {
      lo = Math.min(lo, loop[i]);
      hi = Math.max(hi, loop[i]);
    }
  return lo + hi;
};

/** The union of many shapes, strip by strip first, so that what lies inside others goes early. */
function uniteLoops(shapes: readonly (readonly Loop[])[]): Loop[] {
  if (shapes.length <= batch) return clipLoops('union', 'nonzero', shapes.flat());
  const sorted = shapes
    .map((loops) => ({ loops, at: middleOf(loops) }))
    .sort((a, b) => a.at - b.at)
    .map((s) => s.loops);
  const strips: Loop[][] = [];
  for (let i = 0; i < sorted.length; i += batch)
    strips.push(clipLoops('union', 'nonzero', sorted.slice(i, i + batch).flat()));
  return uniteLoops(strips);
}

function resolve(w: Workspace, operation: Operation, rules: readonly LoopRule[]): Loop[] {
  const clean = w.loops.map((loops, i) => cleanLoops(loops, rules[i]));
  const [first, ...rest] = clean;
  switch (operation) {
    case 'union':
      return clean.length === 1 ? first : uniteLoops(clean);
    case 'subtract':
      return rest.length ? clipLoops('subtract', 'nonzero', first, rest.flat()) : first;
    case 'intersect':
      return rest.reduce(
        (a, b) => (a.length && b.length ? clipLoops('intersect', 'nonzero', a, b) : []),
        first,
      );
    case 'exclude':
      return clipLoops('union', 'evenodd', clean.flat());
  }
}

function isSliver(w: Workspace, loop: Loop): boolean {
  let around = 0;
  for (let i = 0; i < loop.length; i += 2) {
    const j = i + 2 < loop.length ? i + 2 : 0;
    around += Math.hypot(loop[i] - loop[j], loop[i + 1] - loop[j + 1]);
  }
  return Math.abs(loopArea2(loop)) / 2 < (around * w.reach * 0.5) / w.step;
}

function attempt(
  operation: Operation,
  paths: readonly Path[],
  rules: readonly LoopRule[],
  fineness: Fineness,
): { path: Path; report: TraceReport } {
  const report: TraceReport = { loose: 0, orphans: 0 };
  // A shape that counts only where it runs one way may be empty, and an empty one hides nothing.
  const covering = operation === 'union' && paths.length > 2 && !rules.includes('positive');
  const w = prepare(paths, fineness, { covering });
  if (!w) return { path: emptyPath, report };
  const contours = resolve(w, operation, rules)
    .filter((loop) => loop.length >= 6 && !isSliver(w, loop))
    .map((loop) => traceLoop(w, loop, report))
    .filter((c) => c !== null);
  return { path: { contours, fillRule: 'nonzero' }, report };
}

/** `combine` with a rule for each path, `positive` among them, as offsets need it. */
export function combineWithRules(
  operation: Operation,
  paths: readonly Path[],
  rules: readonly LoopRule[],
): Path {
  if (paths.length === 0) return emptyPath;
  const quick = attempt(operation, paths, rules, coarse);
  if (quick.report.loose + quick.report.orphans === 0) return quick.path;
  // A joint that would not refine lies between curves that nearly touch: look closer.
  const slow = attempt(operation, paths, rules, fine);
  const faults = ({ report }: typeof slow) => report.loose + report.orphans;
  return faults(slow) <= faults(quick) ? slow.path : quick.path;
}

/**
 * Combines any number of paths, each filled by its own rule, into one path of true curves:
 * contours do not cross, outlines run clockwise on screen and holes against them, and every
 * segment's `origins` entry says which path (by index, unless the path brought origins of its
 * own), contour, segment and parameter range it came from. Open contours count as closed.
 */
export function combine(operation: Operation, paths: readonly Path[]): Path {
  return combineWithRules(
    operation,
    paths,
    paths.map((p) => p.fillRule),
  );
}
