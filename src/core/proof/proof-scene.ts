import type { Card } from '../document/card';
import type { Scene } from '../scene/types';
import { proofs } from './index';

/** Returns the scene of one proof of a sheet; `other` is what it is held against, where there is such a sheet. */
export const proofScene = (sheet: Scene, { kind, params }: Card, other: Scene | null): Scene =>
  proofs[kind].scene(sheet, params, other);
