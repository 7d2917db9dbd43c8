import type { Design } from '@/core';
import { cometSwoosh } from './comet-swoosh';
import { moonPhaseBadge } from './moon-phase-badge';
import { orbitWallpaper } from './orbit-wallpaper';

/** The demo designs of the Hollin Tarn Observatory, by a name for files and ids. */
export const demoDesigns: Readonly<Record<string, () => Design>> = {
  'moon-phase-badge': moonPhaseBadge,
  'comet-swoosh': cometSwoosh,
  'orbit-wallpaper': orbitWallpaper,
};
