import { beforeEach, describe, expect, it } from 'vitest';
import { openDesign, walkCards, walkParts } from '@/editor/state/actions';
import { get } from '@/editor/state/store';
import { sync } from '@/editor/state/sync';
import { openWindow, twoDiscs } from './window';

beforeEach(async () => {
  openWindow(twoDiscs());
  sync.drop();
  await openDesign('d');
});

describe('walking', () => {
  it('goes round the parts and along the cards', () => {
    walkParts(1);
    expect(get().chosen).toEqual(['a']);
    walkParts(1);
    walkParts(1);
    expect(get().chosen).toEqual(['a']);
    expect(get().card).toEqual({ list: 'source' });
    walkCards(1);
    expect(get().card).toMatchObject({ list: 'coats' });
    walkCards(1);
    expect(get().card).toEqual({ list: 'source' });
  });
});
