import type { Design } from '@/core';
import { cometSwoosh } from './comet-swoosh';
import { domeIcon } from './dome-icon';
import { foldedRibbonStar } from './folded-ribbon-star';
import { moonPhaseBadge } from './moon-phase-badge';
import { orbitWallpaper } from './orbit-wallpaper';
import { splitMoonMonogram } from './split-moon-monogram';

/** The demo designs of the Hollin Tarn Observatory, by a name for files and ids. */
export const demoDesigns: Readonly<Record<string, () => Design>> = {
  'moon-phase-badge': moonPhaseBadge,
  'comet-swoosh': cometSwoosh,
  'orbit-wallpaper': orbitWallpaper,
  'folded-ribbon-star': foldedRibbonStar,
  'split-moon-monogram': splitMoonMonogram,
  'dome-icon': domeIcon,
};
