import type { Upgrade } from './definition';

/** Version 8 has sheets that are laid on others, and proofs in scenes; what was stored before means the same. */
export const fromSeven: Upgrade = { from: 7 };
