import { describe, expect, it } from 'vitest';
import typedAmounts from '../../../core/tests/Money/typed-amounts.json';
import {
    amountReader,
    currencyFormat,
    dateReader,
    durationReader,
    endingsReader,
    isRead,
    listReader,
    percentReader,
    rateReader,
    timeReader,
    wholeReader,
    type Reader,
} from './reading';

const read = (reader: Reader, text: string) => {
    const reading = reader(text);
    return isRead(reading) ? reading.value : null;
};

describe('amounts', () => {
    const euro = amountReader(currencyFormat('EUR'));

    it.each(Object.entries(typedAmounts.read))('are read as the server reads them: %s', (_, [text, amount]) => {
        expect(read(euro, text!)).toBe(amount);
    });

    it.each(Object.entries(typedAmounts.refused))('are refused as the server refuses them: %s', (_, text) => {
        expect(read(euro, text)).toBeNull();
    });

    it('have the decimals of their currency', () => {
        expect(read(amountReader(currencyFormat('JPY')), '1,299')).toBe('1299');
        expect(read(amountReader(currencyFormat('KWD')), '1.299')).toBe('1.299');
        expect(euro('1.299,00')).toEqual({ value: '1299.00', shown: '1,299.00\u00a0€' });
    });

    it('have a sign where one is meant', () => {
        const signed = amountReader(currencyFormat('EUR'), { isSigned: true });
        expect(['-3', '−3,5', '+1'].map((text) => read(signed, text))).toEqual(['-3.00', '-3.50', '1.00']);
    });
});

describe('percentages', () => {
    it('take either separator as the decimal one', () => {
        const texts = ['25', '12,5', '12.5 %', '1.50', '1.234,5', '0,0001', '12.345'];
        expect(texts.map((text) => read(percentReader(), text))).toEqual([
            '25',
            '12.5',
            '12.5',
            '1.5',
            '1234.5',
            '0.0001',
            '12.345',
        ]);
    });

    it('say what is wrong', () => {
        expect(percentReader()('ten')).toEqual({ wrong: 'A percentage such as 12.5.' });
        expect(percentReader()('-3')).toEqual({ wrong: 'A percentage such as 12.5.' });
        expect(percentReader({ max: 90 })('95')).toEqual({ wrong: 'At most 90\u00a0%.' });
        expect(read(percentReader({ isSigned: true }), '−3')).toBe('-3');
    });
});

describe('exchange rates', () => {
    it('are decimals above zero, whichever separator they have', () => {
        const texts = ['1.0831', '1,0831', '0,000061', '155.32', '25.419,5', '1.234', '7'];
        expect(texts.map((text) => read(rateReader, text))).toEqual([
            '1.0831',
            '1.0831',
            '0.000061',
            '155.32',
            '25419.5',
            '1.234',
            '7',
        ]);
    });

    it('say what is wrong', () => {
        const wrong = { wrong: 'A rate above zero, such as 1.0831.' };
        for (const text of ['0', '0,00', '-1', 'par', '1/2', '']) expect(rateReader(text)).toEqual(wrong);
        expect(rateReader('1.0000000000001')).toEqual({ wrong: 'At most 12 decimals.' });
    });
});

describe('whole numbers', () => {
    it('may have separated thousands', () => {
        expect(['1000', '1,000', '1.000', '1 000', '007'].map((text) => read(wholeReader(), text))).toEqual([
            '1000',
            '1000',
            '1000',
            '1000',
            '7',
        ]);
    });

    it('are not guessed', () => {
        expect(['1,5', '10,00', 'ten', '1.0000', '-4', ''].map((text) => read(wholeReader(), text))).toEqual(
            Array<null>(6).fill(null),
        );
        expect(wholeReader({ min: 1 })('0')).toEqual({ wrong: 'At least 1.' });
    });
});

describe('durations', () => {
    it('are in minutes however they are said', () => {
        const reader = durationReader('min');
        const texts = ['90', '90 min', '1:30', '1 h 30', '1,5 h', '1.5h', '2 days', '1 d 2 h', '1h30min'];
        expect(texts.map((text) => read(reader, text))).toEqual([
            '90',
            '90',
            '90',
            '90',
            '90',
            '90',
            '2880',
            '1560',
            '90',
        ]);
        expect(read(durationReader('h'), '24')).toBe('1440');
    });

    it('are refused in words', () => {
        expect(durationReader('min')('soon')).toEqual({ wrong: 'How long, such as 90 min, 1:30 or 2 h.' });
        expect(durationReader('h', { min: 30, max: 1_440 })('2 days')).toEqual({ wrong: 'At most 24\u00a0hours.' });
    });
});

describe('times and days', () => {
    it('are read as people write them', () => {
        const times = ['8', '8:30', '8.30', '0830', '20 Uhr', '8 pm', '12 am', '8h15'];
        expect(times.map((text) => read(timeReader, text))).toEqual([
            '08:00',
            '08:30',
            '08:30',
            '08:30',
            '20:00',
            '20:00',
            '00:00',
            '08:15',
        ]);
        expect(['24:00', '8:60', '13 pm', 'noon'].map((text) => read(timeReader, text))).toEqual(
            Array<null>(4).fill(null),
        );
        expect(read(listReader(timeReader), '8:30, 20')).toBe('08:30, 20:00');
    });

    it('have the day before the month', () => {
        expect(dateReader('3.4.2026')).toEqual({ value: '2026-04-03', shown: '3 Apr 2026' });
        expect(['2026-04-03', '03/04/26'].map((text) => read(dateReader, text))).toEqual(['2026-04-03', '2026-04-03']);
        expect(dateReader('31.02.2026')).toEqual({ wrong: 'There is no such day.' });
    });
});

it('reads endings in any notation', () => {
    expect(['.99 .49', '99;49', '0,99 0,49', ',99, ,49'].map((text) => read(endingsReader, text))).toEqual([
        '.99, .49',
        '.99, .49',
        '.99, .49',
        '.99, .49',
    ]);
});
