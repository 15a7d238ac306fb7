import type { ListingDetail } from '@/api/client';

/** Fields of a product by name, as people type them. */
export type Known = Record<string, string>;

/** Name, label, and the list of names in use it is chosen from. */
export const ABOUT: [string, string, string?][] = [
    ['title', 'Title'],
    ['brand', 'Brand', 'brands'],
    ['category', 'Category', 'categories'],
    ['supplier', 'Supplier', 'suppliers'],
    ['gtin', 'GTIN'],
];

export const AMOUNTS: [string, string][] = [
    ['cost', 'Unit cost'],
    ['inbound', 'Inbound'],
    ['packaging', 'Packaging'],
    ['handling', 'Handling'],
    ['shipping_cost', 'Own shipping cost'],
    ['rrp', 'Recommended (RRP)'],
    ['map', 'Advertised minimum (MAP)'],
];

export const OFFERS = [
    [
        'condition',
        'Condition',
        [
            ['new', 'new'],
            ['used', 'used'],
            ['refurbished', 'refurbished'],
        ],
    ],
    [
        'fulfilment',
        'Sent by',
        [
            ['merchant', 'us'],
            ['marketplace', 'the market'],
        ],
    ],
] as const;

export function known(detail: ListingDetail): Known {
    const { product_title: title, brand, category, supplier, gtin, cost, extra_costs: extra, rrp, map } = detail;
    const all = { title, brand, category, supplier, gtin, cost, ...extra, rrp, map };
    return Object.fromEntries(Object.entries(all).map(([name, value]) => [name, value ?? '']));
}

/** What differs, other than by blanks around it. */
export function changed(was: Known, now: Known): Known {
    return Object.fromEntries(Object.entries(now).filter(([name, value]) => value.trim() !== (was[name] ?? '').trim()));
}
