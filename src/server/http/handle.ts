import { type Database, database } from '../database';
import { ensureOwner } from '../owners';
import { answerFor } from './answers';
import { checkDoor } from './door';
import { checkRate, type RateName } from './rates';

export interface Call<P> {
  readonly db: Database;
  readonly owner: string;
  readonly params: P;
  readonly request: Request;
  readonly query: URLSearchParams;
}

interface Options {
  /** What it counts as where requests are counted. */
  readonly rate?: RateName;
  /** Kinds of bodies that are taken; null where none is read. */
  readonly bodies?: readonly string[] | null;
}

/** A route handler that knows its owner and database, lets in its own pages only, and turns every error into an answer in words. */
export function handle<P extends object = object>(
  work: (call: Call<P>) => Promise<Response>,
  { rate = 'read', bodies = ['application/json'] }: Options = {},
) {
  return async (request: Request, context: { params: Promise<P> }): Promise<Response> => {
    try {
      checkDoor(request, bodies);
      const db = database();
      const owner = await ensureOwner(db);
      checkRate(rate, owner, request);
      const answer = await work({
        db,
        owner,
        params: await context.params,
        request,
        query: new URL(request.url).searchParams,
      });
      return answer;
    } catch (e) {
      return answerFor(e);
    }
  };
}
