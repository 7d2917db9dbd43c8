import { describe, expect, it } from 'vitest';
import { findCommands, foundBy } from '@/editor/frame/search';

const commands = [
  { word: 'Mirror', group: 'Repeat', alsoKnown: ['flip', 'reflect'] },
  { word: 'Union', group: 'Combine', alsoKnown: ['merge', 'weld'], about: 'One outline round all of them.' },
  { word: 'Unite pieces', group: 'Repeat', alsoKnown: ['merge'] },
  { word: 'Offset', group: 'Combine', about: 'The outline moved outwards.' },
];
const words = (text: string) => findCommands(commands, text).map((c) => c.word);

describe('the search', () => {
  it('finds by the trade’s other words, and says by which', () => {
    expect(words('flip')).toEqual(['Mirror']);
    expect(words('merge')).toEqual(['Union', 'Unite pieces']);
    expect(foundBy(commands[0], 'flip')).toBe('flip');
    expect(foundBy(commands[0], 'mir')).toBeUndefined();
  });

  it('puts names before other words, and these before what a command does', () => {
    expect(words('uni')).toEqual(['Union', 'Unite pieces']);
    expect(words('outline')).toEqual(['Union', 'Offset']);
    expect(words('offset outwards')).toEqual(['Offset']);
    expect(words('nothing such')).toEqual([]);
    expect(words(' ')).toHaveLength(4);
  });
});
