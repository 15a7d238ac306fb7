import { describe, expect, it } from 'vitest';
import { differences } from './differences';

describe('differences', () => {
    it('marks what the other text does not say', () => {
        expect(differences('Stand 1 % below the lowest price', 'Stand 2 % below the average price')).toEqual([
            { text: 'Stand ', isNew: false },
            { text: '2 ', isNew: true },
            { text: '% below the ', isNew: false },
            { text: 'average ', isNew: true },
            { text: 'price', isNew: false },
        ]);
    });

    it('finds nothing in the same text, and everything in another', () => {
        expect(differences('a b c', 'a b c')).toEqual([{ text: 'a b c', isNew: false }]);
        expect(differences('', 'a b')).toEqual([{ text: 'a b', isNew: true }]);
    });
});
