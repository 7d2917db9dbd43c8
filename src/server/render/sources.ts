import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { glob } from 'tinyglobby';
import { type Design, imageIdsIn, provideImages } from '@/core';
import { type LeftOut, picturesIn, recipeIn, svgToDesign } from '@/core/importing';
import { parseDesign } from '@/core/reading';
import type { ImageFile } from '../drawing/messages';
import { takeFaces } from '../faces';
import { openImages } from '../images/open-images';
import { ImageFault, unpackImage } from '../images/unpack';
import { isPdfFile, mostPages } from '../pdf/pages';
import { folderStem } from '../temporary';

/** Something to be drawn: as it was typed or found, and what its files are called after. */
export interface Source {
  readonly typed: string;
  readonly name: string;
}

/** Folder that relative names are told from. */
const from = process.env.COMPASS_FROM ?? process.cwd();

/** A name on the disk as it was typed. */
export const placeOf = (typed: string): string => path.resolve(from, typed);

const isId = (typed: string): boolean => /^[0-9a-f]{8}-[0-9a-f-]{27}$/i.test(typed);

/** Most sources that patterns may come to at once. */
const mostSources = 10_000;

/** All that the words of a command line name: files, patterns, ids and standard input. @throws Error naming a word that is none of them. */
export async function sourcesOf(typed: readonly string[]): Promise<Source[]> {
  const found = new Map<string, Source>();
  for (const word of typed) {
    const add = (at: string) =>
      found.set(at, { typed: at, name: path.basename(at, path.extname(at)) || 'design' });
    if (word === '-') found.set(word, { typed: word, name: 'design' });
    else if (existsSync(placeOf(word)) || isId(word)) add(word);
    else if (/[*?[{]/.test(word)) {
      const matching = await glob(word, { cwd: from, onlyFiles: true });
      if (!matching.length) throw new Error(`No file is called as “${word}” says.`);
      for (const at of matching.sort()) add(at);
    } else throw new Error(`There is no file “${word}”, and it is not the id of a design.`);
    if (found.size > mostSources)
      throw new Error(`These are more than ${mostSources} files: draw them in several turns.`);
  }
  return [...found.values()];
}

/** What a source comes to: its design, and what of it could not be read. */
export interface Loaded {
  readonly design: Design;
  readonly notes: readonly string[];
  /** Whether pictures from inside a file are placed in it, which a design by itself cannot hold. */
  readonly pictures: boolean;
}

/** What is not as it is in a file, in words. */
const leftWords = ({ what, count, where }: LeftOut): string =>
  `Not as in the file: ${what} (${count}): ${where.join(', ')}`;

/** The pictures inside one file, unpacked into a folder that goes when they are closed. */
class Pictures {
  private readonly folder = mkdtempSync(folderStem());
  /** Their ids by their addresses in the file, and why some are missing. */
  readonly ids = new Map<string, string>();
  readonly notes: string[] = [];
  private images: ReturnType<typeof openImages> | null = null;

  /** Unpacks those of an SVG and has them at hand. */
  async take(text: string): Promise<void> {
    const files: ImageFile[] = [];
    for (const { href, bytes } of picturesIn(text)) {
      const file = path.join(this.folder, String(files.length));
      try {
        const { id } = await unpackImage(bytes, file);
        files.push({ id, file });
        this.ids.set(href, id);
      } catch (e) {
        if (!(e instanceof ImageFault)) throw e;
        this.notes.push(`A picture inside it is left out. ${e.message}`);
      }
    }
    if (!files.length) return;
    this.images = openImages(files);
    provideImages(this.images);
  }

  close(): void {
    this.images?.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** Reads sources into designs, with the faces and the pictures that they have at hand. */
export class Reader {
  private pictures: Pictures | null = null;

  /** @param page the page of PDF files that is read, from 1 on */
  constructor(private readonly page: number) {}

  /**
   * The design that a source comes to; the pictures of the one before are at hand no longer.
   * @throws Error in words where it cannot be read.
   */
  async load({ typed, name }: Source): Promise<Loaded> {
    this.close();
    if (typed !== '-' && !existsSync(placeOf(typed))) {
      // The database is taken up where it is needed.
      const { storedDesign } = await import('../stored-design');
      return { design: await storedDesign(typed), notes: [], pictures: false };
    }
    const bytes = readFileSync(typed === '-' ? 0 : placeOf(typed));
    if (isPdfFile(bytes)) return this.fromPdf(bytes, name);
    const text = bytes.toString('utf8').replace(/^\uFEFF/, '');
    if (/^\s*</.test(text)) return this.fromSvg(text, name);
    const design = parseDesign(text);
    await takeFaces(design, null);
    if (imageIdsIn(JSON.stringify(design)).length)
      throw new Error('Pictures are placed in it, which only the database has: say the id of the design.');
    return { design, notes: [], pictures: false };
  }

  /** The live design that an SVG has inside, or one of what it shows. */
  private async fromSvg(text: string, name: string): Promise<Loaded> {
    const recipe = recipeIn(text);
    if (recipe !== null) {
      const design = parseDesign(recipe);
      await takeFaces(design, null);
      return { design, notes: [], pictures: false };
    }
    this.pictures = new Pictures();
    await this.pictures.take(text);
    const { ids, notes } = this.pictures;
    // Where lines of words stand goes by their faces: it is read once to learn which these are.
    await takeFaces(svgToDesign(text, name, { pictures: ids }).design, null);
    const { design, report } = svgToDesign(text, name, { pictures: ids });
    const left = report.map(leftWords);
    return { design, notes: [...notes, ...left], pictures: ids.size > 0 };
  }

  private async fromPdf(bytes: Uint8Array, name: string): Promise<Loaded> {
    if (this.page > mostPages) throw new Error(`Pages of a PDF are read up to page ${mostPages}.`);
    // Its reader is large, and comes when it is needed.
    const { readPdf } = await import('../pdf');
    const { pages, svg, notes } = await readPdf(bytes, { most: 1, from: this.page });
    const [text] = svg;
    if (text === undefined)
      throw new Error(`It has ${pages} ${pages === 1 ? 'page' : 'pages'}: there is no page ${this.page}.`);
    const loaded = await this.fromSvg(text, name);
    const left = notes.map(leftWords);
    return { ...loaded, notes: [...left, ...loaded.notes] };
  }

  close(): void {
    this.pictures?.close();
    this.pictures = null;
  }
}
