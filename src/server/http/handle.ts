import type Joi from 'joi';
import { DesignError } from '@/core/reading';
import { type Database, database } from '../database';
import { ensureOwner } from '../owners';
import { BadRequest, HttpError } from './errors';

/** Largest request body, in bytes. */
const bodyLimit = 32 << 20;

export interface Call<P> {
  readonly db: Database;
  readonly owner: string;
  readonly params: P;
  readonly request: Request;
  readonly query: URLSearchParams;
}

/** Checks data from outside. @throws BadRequest naming each field that is wrong. */
export function check<T>(schema: Joi.Schema<T>, data: unknown): T {
  const { error, value } = schema.validate(data, { abortEarly: false });
  if (!error) return value as T;
  const details = error.details
    .slice(0, 20)
    .map((d) => ({ where: d.path.join(' › ') || 'request', message: d.message }));
  throw new BadRequest(details.map((d) => d.message).join('. '), details);
}

/** The body of a request as JSON. @throws BadRequest where it is none or too large. */
export async function readJson(request: Request): Promise<unknown> {
  const text = await request.text();
  if (text.length > bodyLimit) throw new HttpError(413, 'That is more than one request can carry.');
  try {
    return JSON.parse(text);
  } catch {
    throw new BadRequest('The request is not JSON.');
  }
}

const diskFull = '53100';

function answerFor(e: unknown): Response {
  if (e instanceof HttpError)
    return Response.json({ message: e.message, details: e.details ?? [] }, { status: e.status });
  if (e instanceof DesignError)
    return Response.json({ message: e.message, details: e.faults }, { status: 422 });
  const code = (e as { code?: string }).code;
  if (code === diskFull || code === 'ENOSPC')
    return Response.json(
      { message: 'The disk is full: nothing was saved. Make room, and it is tried again.', details: [] },
      { status: 507 },
    );
  if (code === 'ECONNREFUSED' || code === '57P01' || code === '57P03')
    return Response.json(
      {
        message: 'The database does not answer. What you do is kept in this window and sent when it is back.',
        details: [],
      },
      { status: 503 },
    );
  console.error(e);
  return Response.json(
    { message: 'Something went wrong on the server. Nothing was changed.', details: [] },
    { status: 500 },
  );
}

/** A route handler that knows its owner and database and turns every error into an answer in words. */
export function handle<P extends object = object>(work: (call: Call<P>) => Promise<Response>) {
  return async (request: Request, context: { params: Promise<P> }): Promise<Response> => {
    try {
      const db = database();
      const owner = await ensureOwner(db);
      return await work({
        db,
        owner,
        params: await context.params,
        request,
        query: new URL(request.url).searchParams,
      });
    } catch (e) {
      return answerFor(e);
    }
  };
}
