/** What is to be known of the tool in hand, wherever that matters; what it does is said beside it (`tools`). */
export interface InHand {
  readonly id: string;
  /** Whether the points of what is chosen are shown and worked on. */
  readonly points?: boolean;
  /** Whether a box with grips that scale and turn stands round what is chosen. */
  readonly box?: boolean;
  /** Whether the grips of the card at hand stay in sight. */
  readonly grips?: boolean;
  /** Whether it is in hand where nothing else is. */
  readonly rests?: boolean;
}

/** What is in hand where nothing else is. */
export const pickInHand: InHand = { id: 'pick', box: true, grips: true, rests: true };
