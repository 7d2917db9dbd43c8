import type { Design } from '@/core';
import { auroraBackdrop } from './aurora-backdrop';
import { cometSwoosh } from './comet-swoosh';
import { domeIcon } from './dome-icon';
import { foldedRibbonStar } from './folded-ribbon-star';
import { lanternSpots } from './lantern-spots';
import { lensEmblem } from './lens-emblem';
import { meteorLettering } from './meteor-lettering';
import { moonPhaseBadge } from './moon-phase-badge';
import { mothPlate } from './moth-plate';
import { nightPattern } from './night-pattern';
import { observatoryLockUp } from './observatory-lock-up';
import { orbitWallpaper } from './orbit-wallpaper';
import { splitMoonMonogram } from './split-moon-monogram';
import { standingWaves } from './standing-waves';
import { sunRosette } from './sun-rosette';
import { supperRoomLettering } from './supper-room-lettering';
import { tarnWordMark } from './tarn-word-mark';
import { visitorPin } from './visitor-pin';
import { wovenRings } from './woven-rings';

/** The demo designs of the Hollin Tarn Observatory, by a name for files and ids. */
export const demoDesigns: Readonly<Record<string, () => Design>> = {
  'moon-phase-badge': moonPhaseBadge,
  'comet-swoosh': cometSwoosh,
  'orbit-wallpaper': orbitWallpaper,
  'folded-ribbon-star': foldedRibbonStar,
  'split-moon-monogram': splitMoonMonogram,
  'dome-icon': domeIcon,
  'sun-rosette': sunRosette,
  'lens-emblem': lensEmblem,
  'aurora-backdrop': auroraBackdrop,
  'night-pattern': nightPattern,
  'supper-room-lettering': supperRoomLettering,
  'meteor-lettering': meteorLettering,
  'observatory-lock-up': observatoryLockUp,
  'visitor-pin': visitorPin,
  'tarn-word-mark': tarnWordMark,
  'standing-waves': standingWaves,
  'woven-rings': wovenRings,
  'lantern-spots': lanternSpots,
  'moth-plate': mothPlate,
};
