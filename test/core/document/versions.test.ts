import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
  coatFields,
  type Design,
  drawingFields,
  type Field,
  finishes,
  formats,
  formatVersion,
  holders,
  paints,
  primitives,
  proofs,
  steps,
} from '@/core';
import { upgrades } from '@/core/document/upgrade';
import { DesignError, parseDesign, readClipping } from '@/core/reading';

const sample = (name: string): string => readFileSync(`test/core/document/versions/${name}.json`, 'utf8');
const json = (name: string): Design => JSON.parse(sample(name)) as Design;

/** Names of all members of an object, those of its kind first. */
const members = (kind: string, o: object) => Object.keys(o).map((name) => `${kind}.${name}`);

/** Every member that a design's sources, cards, coats and paints have. */
function membersOf(d: Design): Set<string> {
  return new Set([
    ...d.sheets.flatMap((h) => members('drawing', h.drawing ?? {})),
    ...(d.exports?.rows ?? []).flatMap((c) => members(`format ${c.kind}`, c.params)),
    ...(d.wall?.proofs ?? []).flatMap((c) => members(`proof ${c.kind}`, c.params)),
    ...Object.values(d.parts).flatMap((p) => [
      ...members(`source ${p.source.kind}`, p.source),
      ...p.steps.flatMap((c) => members(`step ${c.kind}`, c.params)),
      ...p.finishes.flatMap((c) => members(`finish ${c.kind}`, c.params)),
      ...p.coats.flatMap((c) => [
        ...members(`coat ${c.kind}`, c),
        ...members(`paint ${c.paint.kind}`, c.paint),
      ]),
    ]),
  ]);
}

const fieldsOf = (list: string, kinds: Readonly<Record<string, { fields: readonly Field[] }>>) =>
  Object.entries(kinds).flatMap(([kind, d]) => d.fields.map((f) => `${list} ${kind}.${f.name}`));

describe('versions of the format', () => {
  it('each has an upgrade to the next', () => {
    expect(upgrades.map((u) => u.from)).toEqual(Array.from({ length: formatVersion - 1 }, (_, i) => i + 1));
  });

  it.each(['1-first', ...Array.from({ length: formatVersion }, (_, i) => String(i + 1))])(
    'the sample %s opens',
    (name) => {
      const d = parseDesign(sample(name));
      expect(d.version).toBe(formatVersion);
      expect(Object.keys(d.parts)).toEqual(Object.keys(json(name).parts));
    },
  );

  it('the last form of version 1 and version 2 are the same design', () => {
    expect(parseDesign(sample('1'))).toEqual(parseDesign(sample('2')));
    const changes = (d: Design) =>
      d.parts.p1.finishes.filter((f) => 'changes' in f.params).map((f) => f.kind);
    expect(changes(json('1'))).toEqual([]);
    expect(changes(parseDesign(sample('1')))).toEqual(['tint', 'colour-shift', 'colour-balance', 'one-ink']);
    expect(parseDesign(sample('1')).looks?.[0].finishes[0].params.changes).toBe('itself');
  });

  it('circles of before version 9 begin at the top, as they did', () => {
    const begins = (name: string) =>
      Object.values(parseDesign(sample(name)).parts).flatMap(({ source }) =>
        source.kind === 'ellipse' ? [source.begins] : [],
      );
    expect(new Set(begins('8'))).toEqual(new Set(['top']));
    expect(begins('9')).toContain('right');
  });

  it('pictures that were traced before version 10 stay as they were: no colours merged, no grain evened out', () => {
    const traced = (name: string) =>
      Object.values(parseDesign(sample(name)).parts).flatMap(({ source }) =>
        source.kind === 'traced' ? [[source.likeness, source.denoise]] : [],
      );
    expect(traced('9')).toEqual([[0, false]]);
    expect(traced('10')).toEqual([[8, true]]);
  });

  it('the sample of the present version has every member of every kind, and reading adds none', () => {
    // A kind or a field that comes, goes or is renamed makes a new version: with an upgrade, and a sample.
    const name = String(formatVersion);
    const had = membersOf(json(name));
    const wanted = [
      ...fieldsOf('source', { ...primitives, ...holders }),
      ...fieldsOf('step', steps),
      ...fieldsOf('finish', finishes),
      ...fieldsOf('proof', proofs),
      ...fieldsOf('format', formats),
      ...drawingFields.map((f) => `drawing.${f.name}`),
      ...fieldsOf('coat', { fill: { fields: coatFields.fill }, stroke: { fields: coatFields.stroke } }),
      ...fieldsOf(
        'paint',
        Object.fromEntries(Object.entries(paints).map(([kind, d]) => [kind, { fields: d.stored }])),
      ),
    ];
    expect(wanted.length).toBeGreaterThan(200);
    expect(wanted.filter((m) => !had.has(m))).toEqual([]);
    expect(parseDesign(sample(name))).toEqual(json(name));
  });

  it('refuses versions that it does not know, in words', () => {
    for (const version of [0, formatVersion + 1, 1.5, '2', null])
      expect(() => parseDesign(JSON.stringify({ ...json('2'), version }))).toThrow(
        /this program reads versions/,
      );
  });
});

describe('what was copied', () => {
  const d = parseDesign(sample('1'));
  const clip = (more: object) => JSON.stringify({ format: 'silent-compass/parts', ...more });
  const disc = d.parts.m1;

  it('is taken from this and from earlier versions', () => {
    const { p1 } = json('1').parts;
    const read = readClipping(clip({ top: ['p1'], parts: { p1 } }));
    expect(read).toMatchObject({ version: formatVersion, top: ['p1'] });
    expect(read?.format === 'silent-compass/parts' && read.parts.p1).toEqual(d.parts.p1);
    const [card] = p1.finishes.filter((f) => f.kind === 'one-ink');
    const one = readClipping(
      JSON.stringify({ format: 'silent-compass/card', version: 1, list: 'finishes', card }),
    );
    expect(one?.format === 'silent-compass/card' && one.card).toMatchObject({
      params: { changes: 'itself' },
    });
  });

  it('is nothing for any other text', () => {
    for (const text of ['', 'words', '{', '[]', 'null', '{"format":"other"}', '7'])
      expect(readClipping(text)).toBeNull();
  });

  it.each([
    ['a part that is missing', clip({ version: 2, top: ['x'], parts: {} })],
    [
      'a part inside itself',
      clip({ version: 2, top: ['g'], parts: { g: { ...d.parts.h2, id: 'g', children: ['g'] } } }),
    ],
    [
      'a part of no kind',
      clip({ version: 2, top: ['a'], parts: { a: { ...disc, id: 'a', source: { kind: 'cube' } } } }),
    ],
    ['a newer version', clip({ version: 99, top: [], parts: {} })],
    [
      'a card of no kind',
      JSON.stringify({ format: 'silent-compass/card', version: 2, list: 'steps', card: { id: 'a' } }),
    ],
    ['a card of no list', JSON.stringify({ format: 'silent-compass/card', version: 2, card: {} })],
  ])('is refused in words: %s', (_, text) => {
    expect(() => readClipping(text)).toThrow(DesignError);
  });
});
