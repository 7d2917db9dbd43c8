import type { Upgrade } from './definition';

/** Version 9 says where outlines of circles begin; those that were stored before begin at the top, as they did. */
export const fromEight: Upgrade = { from: 8 };
