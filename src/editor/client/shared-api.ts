import {
  inTruePixels,
  type LinkComment,
  type LinkDecision,
  linkWidths,
  type SaidComment,
  type SaidDecision,
  type SharedView,
} from '@/core';
import { call } from '../state/api';

export const sharedApi = {
  view: (token: string) => call<SharedView>(`shared/${encodeURIComponent(token)}`),
  unlock: (token: string, password: string) => call<void>(`shared/${token}/password`, 'POST', { password }),
  comment: (token: string, said: SaidComment) => call<LinkComment>(`shared/${token}/comments`, 'POST', said),
  decide: (token: string, said: SaidDecision) => call<LinkDecision>(`shared/${token}/decision`, 'POST', said),
};

const address = (token: string, version: number, of: string, width: number): string =>
  `/api/shared/${token}/pictures/${version}/${encodeURIComponent(of)}/${width}`;

/** Addresses of a picture in its sizes, as an image element takes them; the browser loads the one that is fine enough. */
export function pictureSources(token: string, version: number, of: string): { src: string; srcSet?: string } {
  const src = address(token, version, of, linkWidths[1]);
  if (inTruePixels(of)) return { src };
  return { src, srcSet: linkWidths.map((w) => `${address(token, version, of, w)} ${w}w`).join(', ') };
}
