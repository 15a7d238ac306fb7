import { describe, expect, it } from 'vitest';
import { marked } from './markedWords';

const differing = (text: string, other: string) =>
    marked(text, other)
        .filter(({ differs }) => differs)
        .map(({ word }) => word);

describe('Words that only one title has', () => {
    it('are marked, whatever the order, case, accents and punctuation', () => {
        expect(differing('Stoneware crock, 5 l (blue)', 'CRÓCK stoneware 10 l')).toEqual(['5', '(blue)']);
    });

    it('keep decimals apart', () => {
        expect(differing('Bottle 0.5 l.', 'Bottle 5 l')).toEqual(['0.5']);
    });

    it('leave signs alone', () => {
        expect(differing('Crock – 5 l', 'Crock 5 l')).toEqual([]);
    });
});
