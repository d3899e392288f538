import { describe, expect, it } from 'vitest';
import { numberList } from './numberlist.ts';

describe('a list of numbers', () => {
  it.each([
    ['8.2, 8.6, 8.1', [8.2, 8.6, 8.1]],
    ['8,2 8,6 8,1', [8.2, 8.6, 8.1]],
    ['8,2; 8,6', [8.2, 8.6]],
    ['8;9', [8, 9]],
    ['8, 9', [8, 9]],
    ['8 9', [8, 9]],
    ['1,50\t2,10', [1.5, 2.1]],
    ['8,9,10', [8, 9, 10]],
    ['8.2,9', [8.2, 9]],
    ['-1,5 2', [-1.5, 2]],
    ['8.2', [8.2]],
  ])('%s', (text, numbers) => expect(numberList(text)).toEqual({ numbers }));
  it('with one comma and nothing else could be two figures or one', () =>
    expect(numberList('8,2')).toEqual({ ask: true }));
  it.each(['', 'fast', '8, x', '8;;'])('“%s”', (text) => {
    const read = numberList(text);
    expect('numbers' in read ? read.numbers : read.ask).toEqual(text === '8;;' ? [8] : false);
  });
});
