import { POST as postChange } from '@/app/api/designs/[id]/changes/route';
import { POST as postDesign } from '@/app/api/designs/route';
import { makeCoat, makePart, makeSource, type PatchOperation } from '@/core';
import { connect, type Database } from '@/server/database';
import { migrate } from '@/server/migrations';

/** Requests to the route handlers, as a page of the application sends them. */
export const url = (path: string) => `http://127.0.0.1/api/${path}`;

export const get = (path = 'x', headers: HeadersInit = {}): Request => new Request(url(path), { headers });

export const post = (data: unknown, headers: HeadersInit = {}): Request =>
  new Request(url('x'), {
    method: 'POST',
    body: typeof data === 'string' ? data : JSON.stringify(data),
    headers: { 'content-type': 'application/json', ...headers },
  });

export const at = (id: string) => ({ params: Promise.resolve({ id }) });
export const none = { params: Promise.resolve({}) };
export const json = async <T>(r: Response): Promise<T> => (await r.json()) as T;

export interface Entry {
  readonly id: string;
  readonly name: string;
  readonly seq: number;
}

export const create = async (name = 'Test'): Promise<Entry> =>
  json<Entry>(await postDesign(post({ purpose: 'mark', name }), none));

let counter = 0;

export const change = (base: number, patch: readonly PatchOperation[], extra: object = {}) => ({
  changeId: `change-${process.pid}-${Date.now()}-${++counter}`,
  clientId: 'window-a',
  base,
  role: 'do',
  label: 'Test',
  patch,
  ...extra,
});

export const send = (id: string, data: unknown): Promise<Response> => postChange(post(data), at(id));

export function addDisc(id: string, width = 100): PatchOperation[] {
  const part = { ...makePart(makeSource('ellipse', { width }), { id, name: id, coats: [makeCoat('fill')] }) };
  return [
    { op: 'add', path: `/parts/${id}`, value: part },
    { op: 'add', path: '/sheets/0/parts/-', value: id },
  ];
}

/** A database of its own connections, brought up to date. */
export async function openDatabase(): Promise<Database> {
  if (!process.env.DATABASE_URL)
    throw new Error('The server tests need PostgreSQL: run them with “npm test”.');
  const db = connect(process.env.DATABASE_URL);
  await migrate(db);
  return db;
}
