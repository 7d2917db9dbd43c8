/** A step or a finish as a design holds it: its kind's parameters stand beside these. */
export interface Card {
  readonly id: string;
  readonly kind: string;
  readonly on: boolean;
  readonly params: Readonly<Record<string, unknown>>;
}
