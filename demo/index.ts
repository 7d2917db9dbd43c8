import type { Design } from '@/core';
import { auroraBackdrop } from './aurora-backdrop';
import { cometSwoosh } from './comet-swoosh';
import { observatoryDelivery } from './delivery';
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
import { presented, type Seen } from './presented';
import { splitMoonMonogram } from './split-moon-monogram';
import { standingWaves } from './standing-waves';
import { sunRosette } from './sun-rosette';
import { supperRoomLettering } from './supper-room-lettering';
import { tarnWordMark } from './tarn-word-mark';
import { visitorPin } from './visitor-pin';
import { wovenRings } from './woven-rings';

/** The designs as they are built, by a name for files and ids. */
const built: Readonly<Record<string, () => Design>> = {
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

/** The scene that each is seen in. */
const seen: Readonly<Record<string, Seen>> = {
  'moon-phase-badge': ['lapel-badge', { size: 1.3 }],
  'comet-swoosh': ['shop-window'],
  'orbit-wallpaper': ['business-cards', { shown: 'sheet' }],
  'folded-ribbon-star': ['tote-bag'],
  'split-moon-monogram': ['business-cards'],
  'dome-icon': ['app-icons', { shown: 'mark' }],
  'sun-rosette': ['cup'],
  'lens-emblem': ['lapel-badge'],
  'aurora-backdrop': ['shop-window', { shown: 'sheet', inks: 'own', size: 1.4 }],
  'night-pattern': ['tote-bag', { shown: 'sheet' }],
  'supper-room-lettering': ['enamel-sign'],
  'meteor-lettering': ['cloth'],
  'observatory-lock-up': ['enamel-sign'],
  'visitor-pin': ['lapel-badge'],
  'tarn-word-mark': ['shop-window'],
  'standing-waves': ['cloth', { shown: 'sheet' }],
  'woven-rings': ['cup'],
  'lantern-spots': ['business-cards', { shown: 'sheet' }],
  'moth-plate': ['enamel-sign', { shown: 'sheet' }],
};

const whole: Readonly<Record<string, (design: Design) => Design>> = {
  // The mark alone is drawn, as the icon has it.
  'observatory-lock-up': (design) => {
    const made = presented(
      design,
      seen['observatory-lock-up'],
      design.sheets.find((s) => s.id === 'icon'),
    );
    return { ...made, exports: observatoryDelivery(made) };
  },
};

/** The demo designs of the Hollin Tarn Observatory, each with its proofs, its construction and a scene, by a name for files and ids. */
export const demoDesigns: Readonly<Record<string, () => Design>> = Object.fromEntries(
  Object.entries(built).map(([slug, make]) => [
    slug,
    () => (whole[slug] ?? ((design: Design) => presented(design, seen[slug])))(make()),
  ]),
);
