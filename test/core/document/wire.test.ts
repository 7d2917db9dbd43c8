import { describe, expect, it } from 'vitest';
import { evaluate, makeCoat, makeStep, parsePath, renderPixels, type Scene } from '@/core';
import { moveParts, withWords } from '@/core/edit';
import { SceneDecoder, SceneEncoder } from '@/core/live';
import { demoDesigns } from '../../../demo';
import { takeShippedFaces } from '../../faces';
import { sampled } from '../../share';
import { designOf, words } from '../designs';

takeShippedFaces();

/** As a message arrives: a copy of its own. */
const sent = (encoder: SceneEncoder, scene: Scene) => structuredClone(encoder.encode(scene));

describe.each(sampled(Object.entries(demoDesigns), 6))('%s on its way to a raster worker', (_, make) => {
  const design = make();
  const [sheet] = design.sheets;
  const scene = evaluate(design, sheet.id);

  it('arrives as it was sent', () => {
    const arrived = new SceneDecoder().decode(sent(new SceneEncoder(), scene));
    const [ours, theirs] = [scene, arrived].map((s) => renderPixels(s, 160).data);
    expect(theirs.every((v, i) => v === ours[i])).toBe(true);
  });

  it('sends only what a move changed, and what stayed is the same object', () => {
    const [encoder, decoder] = [new SceneEncoder(), new SceneDecoder()];
    const first = decoder.decode(sent(encoder, scene));
    // One that is painted, and that no other takes anything from.
    const id = sheet.parts.find((p) => !design.parts[p].hidden && !design.parts[p].construction) ?? '';
    const wire = sent(encoder, evaluate(moveParts(design, [id], 3, 4), sheet.id));
    // The part that moved and the list it stands in.
    expect(wire.definitions.length).toBeLessThanOrEqual(3);
    const next = decoder.decode(wire);
    expect(next.nodes.filter((n, i) => n !== first.nodes[i])).toHaveLength(1);
    expect(sent(encoder, evaluate(design, sheet.id)).definitions.length).toBeLessThanOrEqual(2);
  });
});

it('what no scene has any more is let go of on both sides, and comes again whole where it is needed', () => {
  const [encoder, decoder] = [new SceneEncoder(), new SceneDecoder()];
  const at = (i: number): Scene => {
    const points = Array.from(
      { length: 2000 },
      (_, k) => `${k % 2 ? 'L' : ''}${(k * 37) % 500} ${i + ((k * 91) % 500)}`,
    );
    const path = parsePath(`M${points.join(' ')}Z`);
    const paint = { kind: 'solid', colour: [0.5, 0.2, 0.1, 1] } as const;
    return {
      width: 500,
      height: 500,
      ground: null,
      nodes: [{ type: 'shape', path, paint, opacity: 1, blend: 'normal' }],
    };
  };
  const first = at(0);
  let most = 0;
  for (let i = 0; i < 300; i++) {
    decoder.decode(sent(encoder, i ? at(i) : first));
    most = Math.max(most, encoder.bytes);
  }
  // A scene takes some 100 kB here: 300 of them would be 30 MB.
  expect(most).toBeLessThan(6e6);
  expect(decoder.size).toBeLessThan(4 * 60);
  const again = decoder.decode(sent(encoder, first));
  expect(renderPixels(again, 100).data).toEqual(renderPixels(first, 100).data);
});

it('a receiver that comes later gets the whole, and so do all others', () => {
  const scene = evaluate(demoDesigns['moon-phase-badge'](), demoDesigns['moon-phase-badge']().sheets[0].id);
  const [encoder, one, two] = [new SceneEncoder(), new SceneDecoder(), new SceneDecoder()];
  one.decode(sent(encoder, scene));
  encoder.reset();
  const wire = sent(encoder, scene);
  const [a, b] = [one, two].map((d) => renderPixels(d.decode(wire), 100).data);
  expect(a).toEqual(b);
  expect(one.size).toBe(two.size);
});

it('a letter typed into united words sends that letter and what it touches, and the pixels are those of the whole', () => {
  const part = words(
    'w',
    20,
    200,
    { face: 'pacifico', pieces: 'united', size: 60, text: 'night garden op' },
    {
      coats: [
        makeCoat('fill', { steps: [makeStep('offset', { distance: 5, join: 'round' })] }),
        makeCoat('stroke', { width: 2, paint: { kind: 'solid', colour: '#f3d9a0' } }),
      ],
    },
  );
  const at = (text: string) => evaluate(designOf(600, withWords(part, text)), 's');
  const [encoder, decoder] = [new SceneEncoder(), new SceneDecoder()];
  const numbersIn = (wire: ReturnType<typeof sent>) =>
    wire.definitions.reduce((n, d) => n + (d.kind === 'contour' ? d.value.count : 0), 0);
  const first = sent(encoder, at('night garden op'));
  decoder.decode(first);
  const next = sent(encoder, at('night garden ope'));
  expect(numbersIn(next)).toBeGreaterThan(0);
  expect(numbersIn(next)).toBeLessThan(numbersIn(first) / 3);
  expect(renderPixels(decoder.decode(next), 300).data).toEqual(
    renderPixels(at('night garden ope'), 300).data,
  );
});
