import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { PriceLine, priceLineSentence } from './PriceLine';

const props = {
    floor: '38.40',
    ceiling: '69.90',
    price: '54.90',
    proposed: '49.45',
    currency: 'EUR',
    marks: [
        { seller: 'a', at: '51.20', buy_box: true, dropped: null },
        { seller: 'b', at: '49.95', buy_box: false, dropped: null },
        { seller: 'c', at: '42.50', buy_box: false, dropped: 'condition' },
    ],
};

describe('PriceLine', () => {
    it('is read aloud as a sentence', () => {
        expect(priceLineSentence(props)).toBe(
            'Price 54.90 EUR, going to 49.45, between floor 38.40 and ceiling 69.90. 2 rivals count, the lowest at 49.95, 1 left out.',
        );
        expect(priceLineSentence({ ...props, floor: null, proposed: null, marks: [] })).toBe(
            'Price 54.90 EUR, without limits. No rival counts.',
        );
    });

    it('draws our mark, the proposed one and every rival', () => {
        const drawn = renderToStaticMarkup(<PriceLine {...props} />);
        expect(drawn).toContain('data-testid="fish"');
        expect(drawn).toContain('data-testid="fish-proposed"');
        expect(drawn.match(/stroke-dasharray="2 2"/g)).toHaveLength(1);
        expect(drawn).toContain('aria-label="Price 54.90 EUR');
    });

    it('is not drawn without limits', () => {
        expect(renderToStaticMarkup(<PriceLine {...props} ceiling={null} />)).toBe('');
    });
});
