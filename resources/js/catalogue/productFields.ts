import { t } from '@/messages/product';
import type { ListingDetail } from '@/api/client';
import { amountReader, currencyFormat, wholeReader } from '@/edit/reading';
import { optionalFigure, text } from '@/edit/schemas';
import { z } from 'zod';

/** Fields of a product by name, as people type them. */
export type Known = Record<string, string>;

/** Name, label, and the list of names in use it is chosen from. */
export const ABOUT: [string, string, string?][] = [
    ['title', t('product.title')],
    ['brand', t('product.brand'), 'brands'],
    ['category', t('product.category'), 'categories'],
    ['supplier', t('product.supplier'), 'suppliers'],
    ['gtin', t('product.gtin')],
    ['mpn', t('product.partNumber')],
];

export const AMOUNTS: [string, string][] = [
    ['cost', t('product.unitCost')],
    ['inbound', t('product.inbound')],
    ['packaging', t('product.packaging')],
    ['handling', t('product.handling')],
    ['shipping_cost', t('product.ownShippingCost')],
    ['rrp', t('product.recommendedRrp')],
    ['map', t('product.advertisedMinimumMap')],
];

export const OFFERS = [
    [
        'condition',
        t('product.condition'),
        [
            ['new', t('product.new')],
            ['used', t('product.used')],
            ['refurbished', t('product.refurbished')],
        ],
    ],
    [
        'fulfilment',
        t('product.sentBy'),
        [
            ['merchant', t('product.us')],
            ['marketplace', t('product.theMarket')],
        ],
    ],
] as const;

export function known(detail: ListingDetail): Known {
    const { product_title: title, brand, category, supplier, gtin, mpn, cost, extra_costs: extra, rrp, map } = detail;
    const { cost_currency } = detail.listing;
    const all = { title, brand, category, supplier, gtin, mpn, cost, ...extra, cost_currency, rrp, map };
    return Object.fromEntries(Object.entries(all).map(([name, value]) => [name, value ?? '']));
}

/** What differs, other than by blanks around it; with costs their currency, and with that all of them. */
export function differing(was: Known, now: Known): Known {
    const differs = (name: string) => (now[name] ?? '').trim() !== (was[name] ?? '').trim();
    const isOther = differs('cost_currency');
    const isCosts = isOther || COSTS.some(differs);
    return Object.fromEntries(
        Object.entries(now).filter(
            ([name]) => differs(name) || (name === 'cost_currency' && isCosts) || (isOther && COSTS.includes(name)),
        ),
    );
}

/** Amounts in the currency of the product's costs; the others are in that of the workspace. */
export const COSTS = ['cost', 'inbound', 'packaging', 'handling', 'shipping_cost'];

export const LABELS: Record<string, string> = {
    ...Object.fromEntries([...ABOUT, ...AMOUNTS].map(([name, label]) => [name, label])),
    cost_currency: t('product.costsAreIn'),
};

export const stockReader = wholeReader({ max: 1_000_000_000 });

const OFFERED = ['price', 'shipping'];

/** Every field empty, so that the form knows of them all. */
export const emptyProduct = (isOffer: boolean): Known =>
    Object.fromEntries(
        [
            'sku',
            ...(isOffer ? [] : [...ABOUT.map(([name]) => name), ...AMOUNTS.map(([name]) => name), 'cost_currency']),
            'channel',
            ...OFFERED,
            'stock',
            ...OFFERS.map(([name]) => name),
        ].map((name) => [name, OFFERS.find(([one]) => one === name)?.[2][0][0] ?? '']),
    );

/** What is typed of a product, and what is saved of it; what is empty is sent as an empty text, which takes it away. */
export function productSchema(currency: string, costCurrency: string, isNew: boolean, isOffer: boolean) {
    const amountIn = (code: string) =>
        optionalFigure(amountReader(currencyFormat(code))).transform((read) => read ?? '');
    const amount = amountIn(currency);
    const named = (names: string[], type: z.ZodType<string, string>) =>
        Object.fromEntries(names.map((name) => [name, type]));
    return z
        .object({
            ...(isOffer
                ? {}
                : {
                      ...named(
                          ABOUT.map(([name]) => name),
                          z.string().transform((typed) => typed.trim()),
                      ),
                      ...named(COSTS, amountIn(costCurrency)),
                      ...named(['rrp', 'map'], amount),
                      cost_currency: z.string(),
                      title: text(),
                  }),
            ...(isNew
                ? {
                      sku: text(),
                      channel: z.string(),
                      ...named(OFFERED, amount),
                      stock: optionalFigure(stockReader).transform((read) => read ?? ''),
                      ...named(
                          OFFERS.map(([name]) => name),
                          z.string(),
                      ),
                  }
                : {}),
        })
        .transform((read): Known => {
            const all = read as Known;
            if (!isNew || all.channel) return all;
            // It is offered nowhere: the fields of an offer were not asked for.
            const offer = ['channel', 'stock', ...OFFERED, ...OFFERS.map(([name]) => name as string)];
            return Object.fromEntries(Object.entries(all).filter(([name]) => !offer.includes(name)));
        }) as unknown as z.ZodType<Known, Known>;
}
