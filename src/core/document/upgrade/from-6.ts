import type { Upgrade } from './definition';

/** Version 7 has a set of files to deliver; what was stored before means the same. */
export const fromSix: Upgrade = { from: 6 };
