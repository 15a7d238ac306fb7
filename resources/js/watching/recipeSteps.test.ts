import { describe, expect, it } from 'vitest';
import { beginning, changed, isWhole, kindOf, words } from './recipeSteps';

describe('the steps of a recipe', () => {
    const fields = { price: [{ select: '.price', nth: -1 }, { text: true }, { as: 'price' }] };

    it('are told apart by what they do', () => {
        expect(fields.price.map(kindOf)).toEqual(['select', 'text', 'as']);
        expect(kindOf({ replace: 'a', with: 'b' })).toBe('replace');
    });

    it('are changed, added and taken away without touching the others', () => {
        expect(changed(fields, 'price', 0, { select: 'b' }).price).toEqual([
            { select: 'b' },
            { text: true },
            { as: 'price' },
        ]);
        expect(changed(fields, 'price', 2, { match: 'x' }, true).price).toHaveLength(4);
        expect(changed(fields, 'price', 1, null).price).toEqual([fields.price[0], { as: 'price' }]);
        expect(fields.price).toHaveLength(3);
    });

    it('are whole when nothing is left to be said', () => {
        expect(isWhole(fields)).toBe(true);
        expect(isWhole({ price: beginning('price') })).toBe(false);
        expect(isWhole({ price: [] })).toBe(false);
        expect(isWhole({})).toBe(false);
    });

    it('take words with commas between them', () => {
        expect(words(' auf Lager, sofort ,, ')).toEqual(['auf Lager', 'sofort']);
    });
});
