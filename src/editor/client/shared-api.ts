import { type LinkDecision, linkWidths, type SharedView } from '@/core';
import { call } from '../state/api';

/** A word of the client’s on its way. */
export interface NewComment {
  readonly version: number;
  readonly of: string;
  readonly x: number | null;
  readonly y: number | null;
  readonly name: string;
  readonly text: string;
}

export const sharedApi = {
  view: (token: string) => call<SharedView>(`shared/${encodeURIComponent(token)}`),
  unlock: (token: string, password: string) => call<void>(`shared/${token}/password`, 'POST', { password }),
  comment: (token: string, said: NewComment) => call<SharedView>(`shared/${token}/comments`, 'POST', said),
  decide: (token: string, said: Omit<LinkDecision, 'at'>) =>
    call<SharedView>(`shared/${token}/decision`, 'POST', said),
};

const address = (token: string, version: number, of: string, width: number): string =>
  `/api/shared/${token}/pictures/${version}/${encodeURIComponent(of)}/${width}`;

/** Addresses of a picture in its sizes, as an image element takes them; the browser loads the one that is fine enough. */
export function pictureSources(token: string, version: number, of: string): { src: string; srcSet?: string } {
  const src = address(token, version, of, linkWidths[1]);
  // Proofs are in true pixels, one size for all.
  if (of.startsWith('proofs:')) return { src };
  return { src, srcSet: linkWidths.map((w) => `${address(token, version, of, w)} ${w}w`).join(', ') };
}
