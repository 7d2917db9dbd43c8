import { compile } from 'css-select';
import { generate, parse, walk } from 'css-tree';
import { parse as parseSelector } from 'css-what';
import { spend, Tally } from '../../geometry/budget';
import { computedStyle, type Style } from './computed-style';
import { type Element, within } from './element';

/** Properties that children take from their parents (SVG 2, property index). */
const inherited = new Set([
  'clip-rule',
  'color',
  'color-interpolation',
  'direction',
  'dominant-baseline',
  'fill',
  'fill-opacity',
  'fill-rule',
  'font-family',
  'font-size',
  'font-stretch',
  'font-style',
  'font-variant',
  'font-weight',
  'letter-spacing',
  'marker-end',
  'marker-mid',
  'marker-start',
  'paint-order',
  'stroke',
  'stroke-dasharray',
  'stroke-dashoffset',
  'stroke-linecap',
  'stroke-linejoin',
  'color-interpolation-filters',
  'stroke-miterlimit',
  'stroke-opacity',
  'stroke-width',
  'text-anchor',
  'text-transform',
  'visibility',
  'white-space',
  'word-spacing',
  'writing-mode',
]);

/** Others that are presentation attributes as well. */
const own = new Set([
  'alignment-baseline',
  'baseline-shift',
  'clip-path',
  'display',
  'filter',
  'flood-color',
  'flood-opacity',
  'isolation',
  'lighting-color',
  'mask',
  'mask-type',
  'mix-blend-mode',
  'opacity',
  'overflow',
  'stop-color',
  'stop-opacity',
  'text-decoration',
  'transform',
  'transform-box',
  'transform-origin',
  'vector-effect',
]);

/** How often rules are held against elements, those that look at neighbours once for each of these. */
const mostMatches = 200_000_000;
/** References to properties that are followed in one file, together with the characters that they come to. */
const mostFollowed = 20_000_000;

interface Rule {
  matches(element: Element): boolean;
  /** Whether it looks at neighbours or what is inside, and not only at an element and what it stands in. */
  readonly wide: boolean;
  /** Specificity and place, the greater winning. */
  readonly weight: number;
  readonly declarations: readonly (readonly [property: string, value: string, important: boolean])[];
}

/** What selectors are matched by. */
const adapter = {
  isTag: (node: Element): node is Element => node !== undefined,
  getAttributeValue: (e: Element, name: string) => e.attributes[name],
  getChildren: (e: Element) => e.children as Element[],
  getName: (e: Element) => e.name,
  getParent: (e: Element) => e.parent,
  getSiblings: (e: Element) => (e.parent?.children ?? [e]) as Element[],
  getText: (e: Element) => e.text,
  hasAttrib: (e: Element, name: string) => name in e.attributes,
  removeSubsets: (list: Element[]) => list,
  existsOne: (test: (e: Element) => boolean, list: Element[]) => list.some((e) => [...within(e)].some(test)),
  findAll: (test: (e: Element) => boolean, list: Element[]) =>
    list.flatMap((e) => [...within(e)].filter(test)),
  findOne: (test: (e: Element) => boolean, list: Element[]) =>
    list.flatMap((e) => [...within(e)]).find(test) ?? null,
} as const;

/** Ids, classes and attributes, and names that a selector has (Selectors 4, section 17). */
function specificity(selector: string): number {
  let [a, b, c] = [0, 0, 0];
  for (const token of parseSelector(selector)[0] ?? []) {
    if (token.type === 'attribute') {
      if (token.name === 'id' && token.action === 'equals') a++;
      else b++;
    } else if (token.type === 'pseudo') b++;
    else if (token.type === 'tag' || token.type === 'pseudo-element') c++;
  }
  return 1e6 * a + 1e3 * b + c;
}

/** Media that a picture on a screen is, by what a style sheet may ask for (Media Queries 4). */
const met = /^(?:only\s+)?(?:all|screen)?(?:\s*and\s*)?(?:\(\s*prefers-color-scheme\s*:\s*light\s*\))?$/i;

/** Whether rules within an at-rule are meant for this picture. */
const isMeant = (name: string, prelude: string): boolean =>
  name === 'media'
    ? prelude.split(',').some((query) => met.test(query.trim()))
    : name === 'layer' || (name === 'supports' && !/^\s*not\b/i.test(prelude));

/** The name of a property: those of one’s own are told apart by their case. */
const propertyName = (name: string): string => (name.startsWith('--') ? name : name.toLowerCase());

/** Rules of a style sheet; what cannot be read is passed over, as CSS has it. */
function rulesOf(css: string, from: number): Rule[] {
  const rules: Rule[] = [];
  const tree = parse(css, { parseValue: false, onParseError: () => undefined });
  walk(tree, {
    visit: 'Rule',
    enter(node) {
      // What is meant for other media, or fonts, is not this picture.
      const { atrule } = this;
      if (atrule && !isMeant(atrule.name, atrule.prelude ? generate(atrule.prelude) : '')) return;
      const declarations: (readonly [string, string, boolean])[] = [];
      node.block.children.forEach((d) => {
        if (d.type === 'Declaration')
          declarations.push([propertyName(d.property), generate(d.value).trim(), d.important !== false]);
      });
      for (const selector of generate(node.prelude).split(/,(?![^([]*[)\]])/)) {
        try {
          const matches = compile<Element, Element>(selector, { adapter, xmlMode: true });
          rules.push({
            matches,
            wide: /[:+~]/.test(selector),
            weight: specificity(selector) * 1e6 + from + rules.length,
            declarations,
          });
        } catch (e) {
          // A selector that nobody knows meets nothing.
          if (!(e instanceof Error)) throw e;
        }
      }
    },
  });
  return rules;
}

/** Declarations of a style attribute. */
function declarationsOf(text: string): [string, string, boolean][] {
  const list: [string, string, boolean][] = [];
  const tree = parse(text, { context: 'declarationList', parseValue: false, onParseError: () => undefined });
  walk(tree, {
    visit: 'Declaration',
    enter(d) {
      list.push([propertyName(d.property), generate(d.value).trim(), d.important !== false]);
    },
  });
  return list;
}

/** Styles of the elements of a file by its style sheets, their attributes and their parents (CSS Cascade 4). */
export class Cascade {
  private readonly rules: readonly Rule[];
  private readonly known = new WeakMap<Element, Style>();
  private readonly followed = new Tally(
    mostFollowed,
    'What its style sheets refer to comes to',
    'characters; an SVG may have',
  );
  private readonly follows = (cost: number): boolean => {
    this.followed.add(cost);
    return true;
  };

  constructor(root: Element) {
    const sheets = [...within(root)].filter((e) => e.name === 'style');
    const rules: Rule[] = [];
    for (const sheet of sheets) rules.push(...rulesOf(sheet.text, rules.length));
    this.rules = rules;
    if (!rules.length) return;
    const elements = [...within(root)].length;
    const wide = rules.filter((r) => r.wide).length;
    spend(
      elements * (rules.length + wide * elements),
      mostMatches,
      'Its style sheets would be held against elements',
      'times; an SVG may have',
    );
  }

  /** What an element has by itself and by all that it stands in. */
  computed(element: Element): Style {
    const known = this.known.get(element);
    if (known) return known;
    const style = this.styleOf(element, element.parent ? this.computed(element.parent) : {});
    this.known.set(element, style);
    return style;
  }

  /** What an element has, and takes over from a parent’s style. */
  styleOf(element: Element, parent: Style): Style {
    const said: (readonly [string, string])[] = [];
    for (const [name, value] of Object.entries(element.attributes))
      if (inherited.has(name) || own.has(name)) said.push([name, value]);
    const meeting = this.rules.filter((r) => r.matches(element)).sort((a, b) => a.weight - b.weight);
    const inline = element.attributes.style ? declarationsOf(element.attributes.style) : [];
    const declared = [...meeting.flatMap((r) => r.declarations), ...inline];
    for (const important of [false, true])
      for (const [name, value, is] of declared) if (is === important) said.push([name, value]);
    return computedStyle(said, parent, inherited, this.follows);
  }
}
