import type { Upgrade } from './definition';

/** Version 3 has lamps on its sheets and solids; what was stored before means the usual lamp, and is read as it is. */
export const fromTwo: Upgrade = { from: 2 };
