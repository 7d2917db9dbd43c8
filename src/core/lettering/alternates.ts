import { type AxisValues, type FaceInstance, type FontFace, faceById } from './face';
import { scriptsOf } from './items';
import type { Lettering } from './types';

/** Other forms of a letter that one feature has. */
export interface LetterForms {
  /** OpenType feature. */
  readonly tag: string;
  /** Its values from 1 up to this one give a form each. */
  readonly count: number;
}

/** Features that give single letters other forms (OpenType feature registry). */
const forms =
  /^(?:ss\d\d|cv\d\d|swsh|cswh|salt|aalt|smcp|c2sc|onum|lnum|pnum|tnum|zero|sups|subs|sinf|titl|case|hist|ordn)$/;

/** Forms of one feature that are looked for. */
const mostAlternates = 20;

const known = new WeakMap<FaceInstance, Map<string, readonly LetterForms[]>>();

function find(face: FontFace, instance: FaceInstance, letter: string): LetterForms[] {
  const [script] = scriptsOf(letter);
  const glyphs = (tag: string, value: number): string =>
    instance
      .shape(letter, {
        from: 0,
        to: letter.length,
        rightToLeft: false,
        script,
        features: [{ tag, value, from: 0, to: letter.length }],
      })
      .map((g) => `${g.id},${g.advance}`)
      .join();
  const found = face.features
    .filter((tag) => forms.test(tag))
    .flatMap((tag): LetterForms[] => {
      const seen = new Set([glyphs(tag, 0)]);
      for (let value = 1; value <= mostAlternates; value++) {
        const form = glyphs(tag, value);
        if (seen.has(form)) break;
        seen.add(form);
      }
      return seen.size > 1 ? [{ tag, count: seen.size - 1 }] : [];
    });
  // The feature that gathers all forms says nothing new beside those it gathers.
  const single = found.filter(({ tag }) => tag !== 'aalt');
  return single.length ? single : found;
}

/** The other forms that a face has of a letter; none where the face is not here. */
export function formsOf(faceId: string, axes: AxisValues, letter: string): readonly LetterForms[] {
  const face = faceById(faceId);
  if (!face) return [];
  const instance = face.at(axes);
  let own = known.get(instance);
  if (!own) {
    own = new Map();
    known.set(instance, own);
  }
  let found = own.get(letter);
  if (!found) {
    found = find(face, instance, letter);
    own.set(letter, found);
  }
  return found;
}

/** The face that a letter is set in. */
export const faceAt = (l: Lettering, at: number): string =>
  l.runs.find((r) => r.from <= at && r.to > at)?.face ?? l.face;
