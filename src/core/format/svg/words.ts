import { lettersOf } from '../../lettering/letter-of';
import { coloursIn, samePaint } from '../../scene/paint-colour';
import type { SceneNode, ScenePaint } from '../../scene/types';

/** Whether a paint hides what lies under it, so that it is all one whether letters overlap. */
const hides = (paint: ScenePaint): boolean => coloursIn(paint).every((c) => c[3] === 1);

/** Nodes in which letters that follow each other, painted alike, are one shape: they are set as one text. */
export function asWords(list: readonly SceneNode[]): SceneNode[] {
  const out: SceneNode[] = [];
  for (const n of list) {
    const last = out.at(-1);
    const joins =
      n.type === 'shape' &&
      last?.type === 'shape' &&
      [n, last].every((s) => s.opacity === 1 && s.blend === 'normal' && hides(s.paint)) &&
      samePaint(n.paint, last.paint) &&
      lettersOf(last.path)?.[0]?.l === (lettersOf(n.path)?.[0]?.l ?? null);
    if (joins && last) {
      const contours = [...last.path.contours, ...n.path.contours];
      out[out.length - 1] = { ...last, path: { ...last.path, contours } };
    } else out.push(n);
  }
  return out;
}
