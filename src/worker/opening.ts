/** Reads files of other programs, apart from the window and from the studio: it takes as long as it takes. */
import { expose } from 'comlink';
import { type Design, WorkFault } from '@/core';
import type { Drawing } from '@/core/edit';
import {
  type AtHand,
  type InnerPicture,
  type LeftOut,
  type NamedFont,
  picturesIn,
  readSvg,
  recipeIn,
  SvgFault,
  svgToDesign,
} from '@/core/importing';
import { facesToCome, fetchFaces } from './faces';

/** What a file came to and what was left out, or why it cannot be read. */
export type Opened<T> =
  | { readonly made: T; readonly report: readonly LeftOut[] }
  | { readonly fault: string };

async function attempt<T>(read: () => Opened<T> | Promise<Opened<T>>): Promise<Opened<T>> {
  try {
    return await read();
  } catch (e) {
    if (e instanceof SvgFault || e instanceof WorkFault) return { fault: e.message };
    throw e;
  }
}

/** What a file is read as, and again once the faces of its words are at hand: where lines stand goes by these. */
async function settled<T>(read: () => T, partsOf: (made: T) => Design['parts']): Promise<T> {
  const made = read();
  const used = { parts: partsOf(made) };
  if (!facesToCome(used)) return made;
  await fetchFaces(used);
  return read();
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

/** What is there for a file that is read: ids of pictures that were brought, by their addresses in it, and fonts of the designer's own. */
export interface Brought {
  readonly pictures: readonly (readonly [href: string, id: string])[];
  readonly fonts: readonly NamedFont[];
}

const atHand = ({ pictures, fonts }: Brought): AtHand => ({ pictures: new Map(pictures), fonts });

const opening = {
  /** The pictures inside an SVG, to be brought before it is read; none where its live design has them already. */
  pictures: (text: string): Promise<Opened<readonly InnerPicture[]>> =>
    attempt(() => ({ made: recipeIn(text) === null ? picturesIn(text) : [], report: [] })),

  /** An SVG as a drawing to be placed. */
  drawing: (text: string, name: string, brought: Brought): Promise<Opened<Drawing>> =>
    attempt(async (): Promise<Opened<Drawing>> => {
      const read = () => readSvg(text, atHand(brought));
      const { width, height, top, parts, report } = await settled(read, (made) => made.parts);
      if (!top.length) return { fault: 'There is nothing in it that can be placed.' };
      return { made: { name, width, height, top, parts }, report };
    }),

  /** An SVG as a design: the live one that is kept inside, where there is one. */
  design: (text: string, name: string, brought: Brought): Promise<Opened<Design>> =>
    attempt(async (): Promise<Opened<Design>> => {
      const live = liveDesign(text);
      if (live) return { made: live, report: [] };
      const read = () => svgToDesign(text, name, atHand(brought));
      const { design, report } = await settled(read, (made) => made.design.parts);
      return { made: design, report };
    }),
};

export type Opening = typeof opening;

expose(opening);
