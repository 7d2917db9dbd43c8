import 'culori/css';
import { converter, differenceCiede2000 } from 'culori/fn';
import type { Triple } from './spaces';

const lab = converter('lab65');
const ciede2000 = differenceCiede2000();

/** Returns how different two sRGB colours, 0–1 a channel, look: CIEDE2000 (ISO/CIE 11664-6), where 1 is just seen and 100 black beside white. */
export function colourDifference(a: Triple, b: Triple): number {
  const [p, q] = [a, b].map(([r, g, blue]) => lab({ mode: 'rgb', r, g, b: blue }));
  return ciede2000(p, q);
}
