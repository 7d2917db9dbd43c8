/** Reads files of other programs, apart from the window and from the studio: it takes as long as it takes. */
import { expose } from 'comlink';
import { type Design, WorkFault } from '@/core';
import type { Drawing } from '@/core/edit';
import {
  type InnerPicture,
  type LeftOut,
  picturesIn,
  readSvg,
  recipeIn,
  SvgFault,
  svgToDesign,
} from '@/core/importing';

/** What a file came to and what was left out, or why it cannot be read. */
export type Opened<T> =
  | { readonly made: T; readonly report: readonly LeftOut[] }
  | { readonly fault: string };

function attempt<T>(read: () => Opened<T>): Opened<T> {
  try {
    return read();
  } catch (e) {
    if (e instanceof SvgFault || e instanceof WorkFault) return { fault: e.message };
    throw e;
  }
}

/** The live design that is kept inside, to be checked where it is stored; null where there is none, or it is damaged. */
function liveDesign(text: string): Design | null {
  try {
    return JSON.parse(recipeIn(text) ?? 'null') as Design | null;
  } catch (e) {
    if (!(e instanceof SyntaxError)) throw e;
    return null;
  }
}

/** Ids of pictures that were brought, by their addresses in a file. */
export type Brought = readonly (readonly [href: string, id: string])[];

const opening = {
  /** The pictures inside an SVG, to be brought before it is read; none where its live design has them already. */
  pictures: (text: string): Opened<readonly InnerPicture[]> =>
    attempt(() => ({ made: recipeIn(text) === null ? picturesIn(text) : [], report: [] })),

  /** An SVG as a drawing to be placed. */
  drawing: (text: string, name: string, brought: Brought): Opened<Drawing> =>
    attempt((): Opened<Drawing> => {
      const { width, height, top, parts, report } = readSvg(text, new Map(brought));
      if (!top.length) return { fault: 'There is nothing in it that can be placed.' };
      return { made: { name, width, height, top, parts }, report };
    }),

  /** An SVG as a design: the live one that is kept inside, where there is one. */
  design: (text: string, name: string, brought: Brought): Opened<Design> =>
    attempt((): Opened<Design> => {
      const live = liveDesign(text);
      if (live) return { made: live, report: [] };
      const { design, report } = svgToDesign(text, name, new Map(brought));
      return { made: design, report };
    }),
};

export type Opening = typeof opening;

expose(opening);
