import { SaxesParser } from 'saxes';
import { spend, Tally } from '../../geometry/budget';
import { type Element, SvgFault } from './element';

/** Characters of a file, elements in it, and how deep one may stand. */
const most = { characters: 40_000_000, elements: 200_000, depth: 200 } as const;

const svgSpace = 'http://www.w3.org/2000/svg';

interface Open extends Element {
  readonly children: Open[];
  readonly parent: Open | null;
  readonly content: (string | Open)[];
  text: string;
}

/** Attributes by their names without prefixes; `xlink:href` is `href` where there is no other. */
function attributesOf(list: Readonly<Record<string, { local: string; prefix: string; value: string }>>) {
  const out: Record<string, string> = Object.create(null) as Record<string, string>;
  // Those without a prefix are put in last.
  const rank = ({ prefix }: { prefix: string }) => (prefix === '' ? 1 : 0);
  for (const a of Object.values(list).sort((p, q) => rank(p) - rank(q)))
    if (['', 'xml', 'xlink'].includes(a.prefix)) out[a.local] = a.value;
  return out;
}

/** Characters that the entities of a file may come to where they are used, and entities that it may declare. */
const mostExpanded = 10_000_000;
const mostEntities = 1000;

/** Declarations of entities; those from elsewhere, of elements and for the declarations themselves are told apart. */
const declaration = /<!ENTITY\s+(%\s+)?([\w:.-]+)\s+(?:"([^"]*)"|'([^']*)'|(SYSTEM|PUBLIC)\b[^>]*)\s*>/gi;

/**
 * The texts that a file declares names for, as drawing programs write the names of their spaces (XML 1.0, 4.2).
 * @throws SvgFault where they lie outside the file, hold elements or refer to themselves.
 * @throws WorkFault where what they come to is too much.
 */
function entitiesIn(doctype: string, text: string): Record<string, string> {
  const raw = new Map<string, string>();
  for (const [, percent, name, double, single, outside] of doctype.matchAll(declaration)) {
    const value = double ?? single ?? '';
    if (percent || outside)
      throw new SvgFault('The SVG declares entities from outside the file, which are not read.');
    if (value.includes('<'))
      throw new SvgFault('The SVG declares entities that hold elements, which are not read.');
    spend(raw.size + 1, mostEntities, 'This file declares', 'entities; an SVG may declare');
    if (!raw.has(name)) raw.set(name, value);
  }
  const known = new Map<string, string>();
  const characters = new Tally(
    mostExpanded,
    'With its entities this file has',
    'characters; an SVG may have',
  );
  const expanded = (name: string, seen: readonly string[]): string => {
    const before = known.get(name);
    if (before !== undefined) return before;
    if (seen.includes(name)) throw new SvgFault('The SVG declares entities that refer to themselves.');
    let made = '';
    let at = 0;
    const value = raw.get(name) ?? '';
    for (const found of value.matchAll(/&([\w:.-]+);/g)) {
      const inner = raw.has(found[1]) ? expanded(found[1], [...seen, name]) : found[0];
      made += value.slice(at, found.index) + inner;
      characters.add(inner.length);
      at = found.index + found[0].length;
    }
    known.set(name, made + value.slice(at));
    return known.get(name) ?? '';
  };
  const names = [...raw.keys()];
  const out = Object.fromEntries(names.map((name) => [name, expanded(name, [])]));
  for (const [, name] of text.matchAll(/&([\w:.-]+);/g)) characters.add(known.get(name)?.length ?? 0);
  return out;
}

/**
 * The root of an SVG file (XML 1.0 with namespaces). Elements of other namespaces are left out, and nothing is fetched.
 * @throws SvgFault in words where it is no SVG, is not well-formed, declares entities that are not read or nests too deeply.
 * @throws WorkFault where it has too many characters or elements.
 */
export function parseSvg(text: string): Element {
  spend(text.length, most.characters, 'This file has', 'characters; an SVG may have');
  const parser = new SaxesParser({
    xmlns: true,
    // What was copied out of a page of HTML uses this one without saying what it stands for.
    additionalNamespaces: { xlink: 'http://www.w3.org/1999/xlink' },
  });
  let root: Open | null = null;
  let at: Open | null = null;
  let depth = 0;
  let elements = 0;
  /** How deep inside an element of another namespace it is. */
  let foreign = 0;
  parser.on('error', (e) => {
    throw new SvgFault(`The SVG is not well-formed: ${e.message.replace(/^\d+:\d+: /, '')}`);
  });
  parser.on('doctype', (doctype) => {
    Object.assign(parser.ENTITIES, entitiesIn(doctype, text));
  });
  parser.on('opentag', ({ local, uri, attributes }) => {
    if (++depth > most.depth) throw new SvgFault(`The SVG nests more than ${most.depth} elements.`);
    spend(++elements, most.elements, 'This file has', 'elements; an SVG may have');
    // Files without a namespace are meant as SVG all the same.
    if (foreign || (uri !== svgSpace && uri !== '')) {
      foreign++;
      return;
    }
    const element: Open = {
      name: local,
      attributes: attributesOf(attributes as Parameters<typeof attributesOf>[0]),
      children: [],
      content: [],
      text: '',
      parent: at,
    };
    if (at) {
      at.children.push(element);
      at.content.push(element);
    } else root ??= element;
    at = element;
  });
  parser.on('closetag', () => {
    depth--;
    if (foreign) foreign--;
    else at = at?.parent ?? null;
  });
  const take = (characters: string) => {
    if (!at || foreign) return;
    at.text += characters;
    at.content.push(characters);
  };
  parser.on('text', take);
  parser.on('cdata', take);
  parser.write(text.replace(/^\uFEFF/, '')).close();
  const found = root as Open | null;
  if (found?.name !== 'svg') throw new SvgFault('This file is no SVG: its first element is not “svg”.');
  return found;
}
