import { expect, it } from 'vitest';
import { contourNumbers, draftText } from '@/core/edit/draft';
import { makeClear } from '@/editor/bench/LivePicture';
import { readNumber } from '@/editor/fields/NumberField';
import { dialPlace } from '@/editor/frame/dial-state';
import { typedNumbers } from '@/editor/sheet/surface';

it('tells the eight places of the dial apart, clockwise from the top', () => {
  for (let i = 0; i < 8; i++)
    for (const off of [-0.18, 0, 0.18]) {
      const a = ((i + off * 2) / 8) * 2 * Math.PI;
      expect(dialPlace(60 * Math.sin(a), -60 * Math.cos(a)), `${i} ${off}`).toBe(i);
    }
  expect(dialPlace(5, 8)).toBe(-1);
});

it('reads one number or several from what is typed during a drag', () => {
  expect(typedNumbers('120')).toEqual([120]);
  expect(typedNumbers('120,5')).toEqual([120.5]);
  expect(typedNumbers('120 -40')).toEqual([120, -40]);
  expect(typedNumbers('120, 40')).toEqual([120, 40]);
  expect(typedNumbers('1in; 1920/2-8')).toEqual([96, 952]);
  expect(typedNumbers('3*')).toBeNull();
  expect(typedNumbers('-')).toBeNull();
  expect(typedNumbers('')).toBeNull();
});

it('refuses numbers outside of a field’s range in words', () => {
  expect(readNumber('2*3', 0, 10, true)).toBe(6);
  expect(() => readNumber('2.5', 0, 10, true)).toThrow(/whole number/);
  expect(() => readNumber('-1', 0, 10)).toThrow(/must not be below 0/);
  expect(() => readNumber('11', 0, 10)).toThrow(/must not be above 10/);
  expect(() => readNumber('eleven', 0, 100)).toThrow(/neither a number/);
});

it('bends a drafted path evenly to both sides of a dragged node', () => {
  const nodes = [
    { x: 0, y: 0, out: null },
    { x: 100, y: 0, out: { x: 130, y: 40 } },
    { x: 200, y: 0, out: null },
  ];
  expect(contourNumbers(nodes, false)).toEqual([0, 0, 0, 0, 70, -40, 100, 0, 130, 40, 200, 0, 200, 0]);
  expect(contourNumbers(nodes, true).slice(-2)).toEqual([0, 0]);
  expect(draftText(nodes.slice(0, 1), false)).toBe('');
});

it('lays thin art on more strongly, and chooses a ground it stands out from', () => {
  const faint = new Uint8ClampedArray([255, 255, 255, 40, 0, 0, 0, 0]);
  expect(makeClear(faint)).toBe('#2a3541');
  // Layers of 40/255 one over another until they cover six tenths.
  expect(faint[3]).toBe(Math.round(255 * 0.6));
  const paler = new Uint8ClampedArray([240, 230, 200, 5]);
  expect(makeClear(paler)).toBe('#2a3541');
  expect(paler[3]).toBe(Math.round(255 * 0.6));
  const solid = new Uint8ClampedArray([20, 20, 20, 255]);
  expect(makeClear(solid)).toBe('#f3eee3');
  expect(solid[3]).toBe(255);
});
