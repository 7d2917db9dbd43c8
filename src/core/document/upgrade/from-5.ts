import type { Upgrade } from './definition';

/** Version 6 has a wall of proofs; what was stored before means the same. */
export const fromFive: Upgrade = { from: 5 };
