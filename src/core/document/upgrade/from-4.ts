import type { Upgrade } from './definition';

/** Version 5 has placed pictures, traced ones, and parts to work by; what was stored before means the same. */
export const fromFour: Upgrade = { from: 4 };
