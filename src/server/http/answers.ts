import { WorkFault } from '@/core';
import { DesignError } from '@/core/reading';
import { HttpError } from './errors';

/** Codes of PostgreSQL (its manual, appendix A) and of the system, by what they mean to a designer. */
const diskFull = new Set(['53100', 'ENOSPC']);
const databaseAway = new Set([
  '57P01', // it shuts down
  '57P02', // it crashed
  '57P03', // it starts
  '57014', // the statement took too long
  '55P03', // a lock was not to be had in time
  '53300', // too many connections
  '25P03', // idle in a transaction for too long
  'ECONNREFUSED',
  'ECONNRESET',
  'ETIMEDOUT',
  'EPIPE',
]);
const unkeepable = new Set([
  '22P02', // text that is no value of its type
  '22P05', // a character that cannot be kept
  '22021', // bytes that are no characters
  '22003', // a number out of range
  '54000', // larger than any value can be
]);

/** Whether a disk has no room, the database’s or one’s own. */
export const isDiskFull = (e: unknown): boolean => diskFull.has(codeOf(e));

const codeOf = (e: unknown): string => String((e as { code?: unknown } | null)?.code ?? '');

/** The driver says without a code that a connection broke or was not to be had. */
const brokenConnection =
  /Connection terminated|connection error|not queryable|connection timeout|timeout exceeded when trying to connect|Query read timeout/i;

/** Whether the database does not answer, so that the same may be tried again. */
export function isDatabaseAway(e: unknown): boolean {
  const code = codeOf(e);
  return (
    databaseAway.has(code) ||
    code.startsWith('08') ||
    (e instanceof Error && brokenConnection.test(e.message))
  );
}

const said = (status: number, message: string, details: readonly object[] = [], headers?: HeadersInit) =>
  Response.json({ message, details }, { status, headers });

/** What is answered to an error, in words. */
export function answerFor(e: unknown): Response {
  if (e instanceof HttpError)
    return said(
      e.status,
      e.message,
      e.details,
      e.status === 429 || e.status === 503 ? { 'retry-after': '1' } : {},
    );
  if (e instanceof DesignError) return said(422, e.message, e.faults);
  if (e instanceof WorkFault) return said(422, e.message);
  // More than the language can hold in one piece, as lists of arguments and texts: the same again would end the same.
  if (e instanceof RangeError) {
    console.error(e);
    return said(422, 'That is more than can be done in one go. Nothing was changed.');
  }
  if (isDiskFull(e))
    return said(507, 'The disk is full: nothing was saved. Make room, and it is tried again.');
  if (unkeepable.has(codeOf(e)))
    return said(422, 'Something in it cannot be kept by the database. Nothing was changed.');
  if (isDatabaseAway(e))
    return said(
      503,
      'The database does not answer. What you do is kept in this window and sent when it is back.',
      [],
      { 'retry-after': '1' },
    );
  console.error(e);
  return said(500, 'Something went wrong on the server. Nothing was changed.');
}
