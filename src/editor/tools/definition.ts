import type { ComponentType } from 'react';
import type { Press } from '../sheet/surface';
import type { InHand } from '../state/in-hand';

/** A tool that stays in hand: what a press on the sheet does with it, and what is shown while it is. */
export interface HandTool extends InHand {
  readonly word: string;
  /** One line on how it is used. */
  readonly hint: string;
  /** Other words that the trade has for it. */
  readonly alsoKnown?: readonly string[];
  /** Pointer over the sheet, by its CSS name. */
  readonly cursor: 'default' | 'crosshair' | 'text';
  press(e: Press): void;
  /** The pointer moves and nothing is held. */
  hover?(e: Press): void;
  /** Shown over the sheet while it is in hand. */
  readonly marks?: ComponentType;
  /** Its own settings, above the card panel. */
  readonly panel?: ComponentType;
  /** In place of the card at hand. */
  readonly insteadOfCard?: ComponentType;
}
