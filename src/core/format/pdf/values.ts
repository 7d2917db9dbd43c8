import { isLine } from '../../geometry/cubic';
import type { Matrix } from '../../geometry/matrix';
import { type Path, segmentAt, segmentCount } from '../../geometry/path';

/** A number as a PDF has it: no exponent, no more places than can be seen. */
export function num(v: number): string {
  if (!Number.isFinite(v)) return '0';
  const text = v.toFixed(Math.abs(v) < 10 ? 5 : 3);
  return text.replace(/\.?0+$/, '') || '0';
}

export const nums = (...list: readonly number[]): string => list.map(num).join(' ');

export const matrixText = (m: Matrix): string => nums(...m);

/** The operators that build a path (ISO 32000-1, 8.5.2), its points under a matrix. */
export function pathText({ contours }: Path, [a, b, c, d, e, f]: Matrix): string {
  const at = (x: number, y: number) => nums(a * x + c * y + e, b * x + d * y + f);
  return contours
    .filter((contour) => segmentCount(contour) > 0)
    .map((contour) => {
      const out = [`${at(contour.xy[0], contour.xy[1])} m`];
      for (let i = 0; i < segmentCount(contour); i++) {
        const s = segmentAt(contour, i);
        out.push(
          isLine(s) ? `${at(s[6], s[7])} l` : `${at(s[2], s[3])} ${at(s[4], s[5])} ${at(s[6], s[7])} c`,
        );
      }
      out.push('h');
      return out.join('\n');
    })
    .join('\n');
}
