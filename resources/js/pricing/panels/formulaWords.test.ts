import { describe, expect, it } from 'vitest';
import { complete, wordAt } from './formulaWords';

describe('the formula editor', () => {
    it('knows the word at the caret', () => {
        expect(wordAt('average * lo', 12)).toEqual({ word: 'lo', start: 10 });
        expect(wordAt('average * lo', 3)).toEqual({ word: 'ave', start: 0 });
        expect(wordAt('1.10 * ', 7)).toEqual({ word: '', start: 7 });
        expect(wordAt('sold_7', 6)).toEqual({ word: 'sold_7', start: 0 });
    });

    it('offers what it could become', () => {
        const names = ['lowest', 'list_price', 'floor', 'max', 'map', 'median'];
        expect(complete('l', names)).toEqual(['lowest', 'list_price']);
        expect(complete('M', names)).toEqual(['max', 'map', 'median']);
        expect(complete('floor', names)).toEqual([]);
        expect(complete('', names)).toEqual([]);
        expect(complete('x', names)).toEqual([]);
    });
});
