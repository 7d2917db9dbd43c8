import { describe, expect, it } from 'vitest';
import { makePart, origin } from '@/core';
import { reparentParts } from '@/core/edit';
import { dropPlace, dropTarget, rowsOf } from '@/editor/frame/parts/rows';
import { box, designOf, disc } from '../core/designs';

const group = makePart({ kind: 'group' }, { id: 'g', name: 'Group', children: ['a', 'b'], place: origin });
const d = designOf(400, box('a', 0, 0, 10, 10), disc('b', 50, 50, 5), group, box('c', 90, 90, 10, 10));
const list = (open: string[] = [], search = '') =>
  rowsOf(d, 's', new Set(open), search).map((r) => `${r.depth}${r.part.id}`);

describe('the lines of the parts list', () => {
  it('stand as they lie on the sheet, the topmost first, and inside what is open', () => {
    expect(list()).toEqual(['0c', '0g']);
    expect(list(['g'])).toEqual(['0c', '0g', '1b', '1a']);
    expect(list([], 'B')).toEqual(['0b']);
    expect(list([], 'nothing')).toEqual([]);
  });

  it('take a drop above, below, or into a holder, and it goes where it was shown', () => {
    const drop = (onto: string, height: number, moved: string) => {
      const place = dropPlace(d.parts[onto], height);
      const { parent, index } = dropTarget(d, 's', place);
      const next = reparentParts(d, 's', [moved], parent, index).design;
      return [
        place.where,
        rowsOf(next, 's', new Set(['g']), '')
          .map((r) => r.part.id)
          .join(''),
      ];
    };
    // What cannot hold others has no inside.
    expect(dropPlace(d.parts.c, 0.5).where).toBe('below');
    expect(drop('g', 0.5, 'c')).toEqual(['inside', 'gcba']);
    expect(drop('g', 0.9, 'c')).toEqual(['below', 'gbac']);
    expect(drop('a', 0.2, 'c')).toEqual(['above', 'gbca']);
    expect(drop('c', 0.1, 'a')).toEqual(['above', 'acgb']);
  });
});
