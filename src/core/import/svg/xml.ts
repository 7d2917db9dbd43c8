import { SaxesParser } from 'saxes';
import { spend } from '../../geometry/budget';
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

/**
 * The root of an SVG file (XML 1.0 with namespaces). Elements of other namespaces are left out, and nothing is fetched.
 * @throws SvgFault in words where it is no SVG, is not well-formed, declares entities or nests too deeply.
 * @throws WorkFault where it has too many characters or elements.
 */
export function parseSvg(text: string): Element {
  spend(text.length, most.characters, 'This file has', 'characters; an SVG may have');
  const parser = new SaxesParser({ xmlns: true });
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
    if (/<!ENTITY/i.test(doctype)) throw new SvgFault('The SVG declares entities, which are not read.');
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
