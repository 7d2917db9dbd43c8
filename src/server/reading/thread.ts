/** A thread that reads large bodies: whatever is in them, the server answers others meanwhile. */
import { parentPort } from 'node:worker_threads';
import { WorkFault } from '@/core';
import { DesignError } from '@/core/reading';
import { HttpError } from '../http/errors';
import type { ThreadAnswer, ThreadOrder, Told } from './messages';
import { readAs } from './readers';

/** What is told of an error; what only a defect throws has a status of 500. */
function toldOf(e: unknown): Told {
  if (e instanceof HttpError) return { status: e.status, message: e.message, details: e.details };
  if (e instanceof DesignError) return { status: 422, message: e.message, faults: e.faults };
  if (e instanceof WorkFault || e instanceof RangeError) return { status: 422, message: e.message };
  console.error(e);
  return { status: 500, message: 'The request could not be read.' };
}

parentPort?.on('message', ({ id, kind, bytes }: ThreadOrder) => {
  readAs(kind, bytes).then(
    (value) => parentPort?.postMessage({ id, value } satisfies ThreadAnswer),
    (e: unknown) => parentPort?.postMessage({ id, told: toldOf(e) } satisfies ThreadAnswer),
  );
});
