import { describe, expect, it } from 'vitest';
import { evaluate, makeCoat, makeStep, renderPixels, type Scene } from '@/core';
import { moveParts, withWords } from '@/core/edit';
import { SceneDecoder, SceneEncoder } from '@/core/live';
import { demoDesigns } from '../../../demo';
import { takeShippedFaces } from '../../faces';
import { designOf, words } from '../designs';

takeShippedFaces();

/** As a message arrives: a copy of its own. */
const sent = (encoder: SceneEncoder, scene: Scene) => structuredClone(encoder.encode(scene));

describe.each(Object.entries(demoDesigns))('%s on its way to a raster worker', (_, make) => {
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
    const id = sheet.parts[0];
    const wire = sent(encoder, evaluate(moveParts(design, [id], 3, 4), sheet.id));
    // The part that moved and the list it stands in.
    expect(wire.definitions.length).toBeLessThanOrEqual(3);
    const next = decoder.decode(wire);
    expect(next.nodes.filter((n, i) => n !== first.nodes[i])).toHaveLength(1);
    expect(sent(encoder, evaluate(design, sheet.id)).definitions.length).toBeLessThanOrEqual(2);
  });
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
    wire.definitions.reduce((n, d) => n + (d.kind === 'contour' ? d.value.length : 0), 0);
  const first = sent(encoder, at('night garden op'));
  decoder.decode(first);
  const next = sent(encoder, at('night garden ope'));
  expect(numbersIn(next)).toBeGreaterThan(0);
  expect(numbersIn(next)).toBeLessThan(numbersIn(first) / 3);
  expect(renderPixels(decoder.decode(next), 300).data).toEqual(
    renderPixels(at('night garden ope'), 300).data,
  );
});
