import { describe, expect, it } from 'vitest';
import type { Part } from '@/core';
import { picturesIn, readSvg } from '@/core/importing';
import { svg } from './svg-cases';

describe('pictures in an SVG', () => {
  const id = `img-${'0'.repeat(40)}-40x20`;
  const href = `data:image/png;base64,${Buffer.from('no picture, but bytes').toString('base64')}`;
  const image = (attributes: string, pictures = new Map([[href, id]])) =>
    Object.values(readSvg(svg(`<image href="${href}" ${attributes}/>`), { pictures }).parts)[0];

  it('are found once each, with their bytes', () => {
    const text = svg(
      `<image href="${href}"/><image xlink:href="${href}"/><image href="a.png"/><image href="data:text/html,x"/>`,
    );
    const [one, ...others] = picturesIn(text);
    expect(others).toEqual([]);
    expect(one.type).toBe('image/png');
    expect(Buffer.from(one.bytes).toString()).toBe('no picture, but bytes');
    expect(picturesIn(svg('<rect/>'))).toEqual([]);
  });

  it('stand where the standard puts them: all of them in the box, cut by it, stretched, or by their own size', () => {
    // SVG 2, 8.6 and 12.3: the picture’s own viewBox is fitted into the box that the element says.
    const at = ({ source, place, coats }: Part) => [
      (source as { width?: number }).width,
      (source as { height?: number }).height,
      place.x,
      place.y,
      (coats[0].paint as { fit?: string }).fit,
    ];
    expect(at(image('x="10" y="10" width="60" height="60"'))).toEqual([60, 30, 40, 40, 'stretch']);
    expect(at(image('width="60" height="60" preserveAspectRatio="xMidYMin"'))).toEqual([
      60,
      30,
      30,
      15,
      'stretch',
    ]);
    expect(at(image('width="60" height="60" preserveAspectRatio="none"'))).toEqual([
      60,
      60,
      30,
      30,
      'stretch',
    ]);
    expect(at(image('width="60" height="60" preserveAspectRatio="xMinYMid slice"'))).toEqual([
      60,
      60,
      30,
      30,
      'cover',
    ]);
    expect(image('width="60" height="60" preserveAspectRatio="xMinYMid slice"').coats[0].paint).toMatchObject(
      { shiftX: 30, shiftY: 0 },
    );
    expect(at(image(''))).toEqual([40, 20, 20, 10, 'stretch']);
    expect(at(image('width="80"'))).toEqual([80, 40, 40, 20, 'stretch']);
    expect(image('transform="translate(5 5) rotate(90)" width="40"').place).toMatchObject({
      x: -5,
      y: 25,
      turn: 90,
    });
  });

  it('that are not at hand are told', () => {
    const { report } = readSvg(svg(`<image id="a" href="${href}"/>`));
    expect(report).toEqual([{ what: 'Pictures', where: ['a'], count: 1 }]);
  });
});
