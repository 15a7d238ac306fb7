import type { Listing } from '@/api/client';
import { PriceLine } from '@/charts/PriceLine';
import { money, percent } from '@/ui/figures';
import { changeState, OFF, PROBLEMS, reason } from '@/ui/words';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import { EditCell } from './EditCell';
import type { Sort } from './useListingView';

export interface Column {
    id: string;
    name: string;
    head: ReactNode;
    /** In px; the first column takes what is left. */
    width: number;
    sort?: Sort;
    right?: boolean;
    cell: (listing: Listing) => ReactNode;
}

export const COLUMNS: Column[] = [
    {
        id: 'line',
        name: 'Price line',
        head: 'Floor – rivals – ceiling',
        width: 208,
        cell: (listing) => <Line listing={listing} />,
    },
    {
        id: 'price',
        name: 'Price',
        head: 'Price €',
        width: 70,
        sort: 'price',
        right: true,
        cell: (listing) => <Price listing={listing} />,
    },
    {
        id: 'stand',
        name: 'Rank among rivals',
        head: 'Rank',
        width: 62,
        sort: 'rank',
        right: true,
        cell: (listing) =>
            listing.field_size === 0 ? (
                <span className="text-text-3">alone</span>
            ) : (
                `${listing.rank} of ${listing.field_size + 1}`
            ),
    },
    {
        id: 'margin',
        name: 'Margin of price',
        head: (
            <>
                Margin
                <br />
                of price
            </>
        ),
        width: 62,
        sort: 'margin',
        right: true,
        cell: (listing) => percent(listing.margin_percent),
    },
    {
        id: 'markup',
        name: 'Markup on cost',
        head: (
            <>
                Markup
                <br />
                on cost
            </>
        ),
        width: 62,
        sort: 'markup',
        right: true,
        cell: (listing) => percent(listing.markup_percent),
    },
    { id: 'rule', name: 'Rule', head: 'Rule', width: 134, cell: (listing) => <RuleCell listing={listing} /> },
    { id: 'channel', name: 'Channel', head: 'Channel', width: 86, cell: (listing) => listing.channel },
    {
        id: 'cost',
        name: 'Unit cost',
        head: 'Cost €',
        width: 70,
        right: true,
        cell: (listing) => <EditCell listing={listing} field="cost" />,
    },
    {
        id: 'floor',
        name: 'Floor',
        head: 'Floor €',
        width: 70,
        right: true,
        cell: (listing) => <EditCell listing={listing} field="floor" />,
    },
    {
        id: 'ceiling',
        name: 'Ceiling',
        head: 'Ceiling €',
        width: 74,
        right: true,
        cell: (listing) => <EditCell listing={listing} field="ceiling" />,
    },
    {
        id: 'supplier',
        name: 'Supplier',
        head: 'Supplier',
        width: 120,
        cell: (listing) => <Text of={listing.supplier} />,
    },
    {
        id: 'category',
        name: 'Category',
        head: 'Category',
        width: 110,
        cell: (listing) => <Text of={listing.category} />,
    },
    { id: 'brand', name: 'Brand', head: 'Brand', width: 110, cell: (listing) => <Text of={listing.brand} /> },
    { id: 'stock', name: 'Stock', head: 'Stock', width: 60, right: true, cell: (listing) => listing.stock ?? '–' },
    {
        id: 'profit',
        name: 'Profit per unit',
        head: 'Profit',
        width: 62,
        right: true,
        cell: (listing) => money(listing.profit),
    },
];

export const USUAL_COLUMNS = ['line', 'price', 'stand', 'margin', 'markup', 'rule'];

function Line({ listing }: { listing: Listing }) {
    if (listing.problem && listing.problem !== 'limits_conflict') {
        return <span className="text-text-3">{PROBLEMS[listing.problem].says}</span>;
    }
    if (listing.problem === 'limits_conflict') {
        return (
            <span className="text-broken">
                floor {money(listing.floor)} is above ceiling {money(listing.ceiling)}
            </span>
        );
    }
    return (
        <PriceLine
            floor={listing.floor}
            ceiling={listing.ceiling}
            price={listing.price}
            proposed={listing.going_to}
            marks={listing.marks}
            currency={listing.currency}
        />
    );
}

function Price({ listing }: { listing: Listing }) {
    return (
        <>
            <EditCell listing={listing} field="price" />
            {listing.going_to && <span className="block text-[12px] text-yours-ink">→ {money(listing.going_to)}</span>}
        </>
    );
}

function Text({ of: text }: { of: string | null }) {
    return <span className={clsx('block truncate', text === null && 'text-text-3')}>{text ?? 'none'}</span>;
}

/** What the rule makes of the listing, in a few words; coral only for what needs mending. */
export function ruleState(listing: Listing): { says: string; broken: boolean } {
    if (listing.problem) return { says: reason(listing.problem), broken: true };
    if (listing.going_problem) return { says: 'trying again', broken: true };
    if (listing.going_state) return { says: changeState(listing.going_state, listing.going_waits_for), broken: false };
    if (listing.hand_price)
        return { says: listing.hand_price.arrived ? 'set by hand, stands' : 'set by hand, waits', broken: false };
    if (listing.rule_id === null) return { says: '', broken: false };
    if (listing.off) return { says: OFF[listing.off] ?? listing.off, broken: false };
    return { says: reason(listing.reason), broken: false };
}

function RuleCell({ listing }: { listing: Listing }) {
    const state = ruleState(listing);
    return (
        <>
            <span className={clsx('block truncate', !listing.rule && 'text-text-3')}>{listing.rule ?? 'no rule'}</span>
            <span className={clsx('block truncate text-[12px]', state.broken ? 'text-broken' : 'text-text-3')}>
                {state.says}
            </span>
        </>
    );
}
