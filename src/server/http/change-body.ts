import { setImmediate as turn } from 'node:timers/promises';
import Joi from 'joi';
import type { PatchOperation, SentChange } from '@/core';
import { check } from './check';
import { changeBody, operation } from './schemas';

/** Operations that are checked before others have their turn. */
const stretch = 400;

const some = Joi.array().items(operation).label('patch');

/** A change from a request’s body. @throws BadRequest naming what is wrong. */
export async function readChange(body: unknown): Promise<SentChange> {
  const { patch, ...rest } = check(changeBody, body);
  const operations: PatchOperation[] = [];
  for (let i = 0; i < patch.length; i += stretch) {
    if (i) await turn();
    operations.push(...(check(some, patch.slice(i, i + stretch)) as PatchOperation[]));
  }
  return { ...rest, patch: operations };
}
