import { create } from 'zustand';
import type { Point } from '@/core';
import type { DraftNode } from '@/core/edit';

/** What the pointer is doing, for the overlay; points in CSS pixels of the view, drafts in sheet units. */
export interface PointerState {
  readonly place: Point | null;
  readonly marquee: { readonly a: Point; readonly b: Point } | null;
  readonly draft: { readonly points: readonly DraftNode[]; readonly d: string } | null;
  /** Numbers being typed during a drag. */
  readonly typed: string;
}

export const usePointerState = create<PointerState>(() => ({
  place: null,
  marquee: null,
  draft: null,
  typed: '',
}));

export const setPointer = usePointerState.setState;
