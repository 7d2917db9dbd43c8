import type { Upgrade } from './definition';

/** Version 4 has more bends; what was stored before means the same. */
export const fromThree: Upgrade = { from: 3 };
