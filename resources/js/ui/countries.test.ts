import { expect, it } from 'vitest';
import { countries, countryName } from './countries';

it('knows the countries of ISO 3166-1, and no others', () => {
    const codes = countries().map(([code]) => code);
    // 249 officially assigned codes, said from memory.
    expect(codes).toHaveLength(249);
    expect(codes).toEqual(expect.arrayContaining(['AT', 'CH', 'DE', 'GB', 'JP', 'KW', 'US']));
    expect(codes).not.toEqual(expect.arrayContaining(['EU', 'UK', 'DD', 'SU', 'ZZ']));
    expect(countryName('CH')).toBe('Switzerland');
});
