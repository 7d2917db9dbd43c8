/** How far a file of a delivery is. */
export const fileStates = ['waiting', 'working', 'done', 'failed', 'stopped'] as const;
export type FileState = (typeof fileStates)[number];

/** A file of a delivery, as the server tells of it. */
export interface DeliveredFile {
  readonly number: number;
  readonly name: string;
  readonly media: string;
  readonly state: FileState;
  /** Share that is done, 0–1. */
  readonly progress: number;
  /** Why it failed, in words. */
  readonly message: string | null;
  /** What is not in it as it is in the design, in words. */
  readonly notes: readonly string[];
  /** Bytes; null until it is done. */
  readonly size: number | null;
}

/** A delivery without its files. */
export interface DeliveryEntry {
  readonly id: string;
  readonly designId: string;
  /** Name of the design. */
  readonly name: string;
  /** State of the design that it is made of. */
  readonly seq: number;
  /** ISO 8601: when it was asked for, and until when it is kept. */
  readonly at: string;
  readonly until: string;
}

/** A set of files that is being made on the server, or was. */
export interface Delivery extends DeliveryEntry {
  readonly files: readonly DeliveredFile[];
}

/** Whether nothing of a delivery is to come any more. */
export const hasEnded = ({ files }: Pick<Delivery, 'files'>): boolean =>
  files.every((f) => f.state !== 'waiting' && f.state !== 'working');
