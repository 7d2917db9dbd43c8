import { beforeAll, expect, it } from 'vitest';
import { evaluate, faceById, makeCoat, makeStep } from '@/core';
import { formsOf, lettersAfter, requested, workOutAhead } from '@/worker/letters-ahead';
import { designOf, words } from '../core/designs';
import { takeShippedFaces } from '../faces';

beforeAll(takeShippedFaces);

it('expects the letters of the script that words are in, capitals first where there are only capitals', () => {
  expect(lettersAfter('').slice(0, 3)).toEqual(['e', 't', 'a']);
  expect(lettersAfter('Supper room').slice(0, 3)).toEqual(['e', 't', 'a']);
  expect(lettersAfter('METEOR').slice(0, 3)).toEqual(['E', 'T', 'A']);
  expect(lettersAfter('2026').slice(0, 3)).toEqual(['e', 't', 'a']);
  expect(lettersAfter('Обсерватория')[0]).toBe('о');
  expect(lettersAfter('αστήρ')[0]).toBe('α');
  for (const text of ['a', 'A', 'я', 'ω']) {
    const list = lettersAfter(text);
    expect(new Set(list).size).toBe(list.length);
    expect(list).toContain('7');
  }
});

it('has every form that a letter of a script face takes in a word', () => {
  const face = faceById('pacifico')?.at({});
  if (!face) throw new Error('pacifico');
  const glyphs = (text: string) =>
    face
      .shape(text, { from: 0, to: text.length, rightToLeft: false, script: 'Latn', features: [] })
      .map((g) => g.id);
  for (const letter of 'adehilmnorsty') {
    const known = new Set(glyphs(formsOf(letter, 'e')));
    // Between others, at the end and alone.
    const [, middle] = glyphs(`m${letter}m`);
    const [, last] = glyphs(`m${letter}`);
    const [alone] = glyphs(letter);
    expect(middle).not.toBe(last);
    for (const g of [middle, last, alone]) expect(known, letter).toContain(g);
  }
});

it('goes through them while nothing else is asked for, changes nothing, and gives way to the next words', async () => {
  const coats = [makeCoat('fill', { steps: [makeStep('offset', { distance: 5, join: 'round' })] })];
  const design = designOf(400, words('w', 20, 200, { face: 'anton', size: 60, text: 'op' }, { coats }));
  const [before] = evaluate(design, 's').nodes;
  let asked = 0;
  const current = () => {
    asked++;
    return design;
  };
  const first = workOutAhead(current, 'w');
  // As long as the studio is busy, none is worked out.
  for (let i = 0; i < 4; i++) {
    requested();
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  expect(asked).toBe(0);
  await new Promise((resolve) => setTimeout(resolve, 600));
  expect(asked).toBeGreaterThan(0);
  const second = workOutAhead(() => null, 'w');
  await Promise.all([first, second]);
  expect(evaluate(design, 's').nodes[0]).toBe(before);
});
