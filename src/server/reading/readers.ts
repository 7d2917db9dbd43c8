import { setImmediate as turn } from 'node:timers/promises';
import type { Design, ExportSet, SentChange } from '@/core';
import { readDesignGently } from '@/core/reading';
import { parsed } from '../http/body';
import { readChange } from '../http/change-body';
import { check } from '../http/check';
import { createBody, deliveryBody } from '../http/schemas';

/** What is asked for where a design is made: one for a purpose, or from a document. */
export interface NewDesign {
  readonly purpose?: string;
  readonly name?: string;
  readonly document?: Design;
}

/** How each kind of body that may be large is read from JSON; what is not as it has to be is thrown. */
export const readers = {
  async create(raw: unknown): Promise<NewDesign> {
    const { document, ...wish } = check(createBody, raw);
    return document === undefined ? wish : { ...wish, document: await readDesignGently(document, turn) };
  },
  change: (raw: unknown): Promise<SentChange> => readChange(raw),
  delivery: async (raw: unknown): Promise<{ set?: ExportSet }> => check(deliveryBody, raw),
} as const;

export type BodyKind = keyof typeof readers;
export type Read<K extends BodyKind> = Awaited<ReturnType<(typeof readers)[K]>>;

/** Returns what a body holds. @throws BadRequest, DesignError. */
export const readAs = async <K extends BodyKind>(kind: K, bytes: Uint8Array): Promise<Read<K>> =>
  (await readers[kind](parsed(bytes))) as Read<K>;
