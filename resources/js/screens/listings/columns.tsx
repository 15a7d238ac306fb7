import { rich, t } from '@/messages/message';
import { Beside } from '@/ui/Beside';
import { CurrencyHead } from '@/ui/CurrencyHead';
import type { Listing } from '@/api/client';
import { PriceLine } from '@/charts/PriceLine';
import { money, percent, priced } from '@/ui/figures';
import { changeState, off, problem, reason } from '@/ui/words';
import type { GridColumn } from '@/ui/grid/columns';
import { clsx } from 'clsx';
import { EditCell } from './EditCell';

export const COLUMNS: GridColumn<Listing>[] = [
    {
        id: 'line',
        name: t('listings.priceLine'),
        head: t('listings.floorRivalsCeiling'),
        width: 208,
        folded: () => null,
        cell: (listing) => <Line listing={listing} />,
    },
    {
        id: 'price',
        name: t('listings.price'),
        head: <CurrencyHead words={(symbol) => t('listings.priceHead', { symbol })} />,
        width: 82,
        isKept: true,
        sort: 'price',
        isRight: true,
        cell: (listing) => <Price listing={listing} />,
    },
    {
        id: 'stand',
        name: t('listings.rankAmongRivals'),
        head: t('listings.rank'),
        width: 62,
        sort: 'rank',
        isRight: true,
        cell: (listing) =>
            listing.field_size === 0 ? (
                <span className="text-text-3">{t('listings.alone')}</span>
            ) : (
                t('listings.of2', { rank: listing.rank, fieldSize: listing.field_size + 1 })
            ),
    },
    {
        id: 'margin',
        name: t('listings.marginOfPrice'),
        head: <>{rich('listings.marginOfPrice2', { br: <br /> })}</>,
        width: 62,
        sort: 'margin',
        isRight: true,
        cell: (listing) => percent(listing.margin_percent),
    },
    {
        id: 'markup',
        name: t('listings.markupOnCost'),
        head: <>{rich('listings.markupOnCost2', { br: <br /> })}</>,
        width: 62,
        sort: 'markup',
        isRight: true,
        cell: (listing) => percent(listing.markup_percent),
    },
    {
        id: 'rule',
        name: t('listings.rule'),
        width: 134,
        cell: (listing) => <RuleCell listing={listing} />,
        folded: ruleAndState,
    },
    { id: 'channel', name: t('listings.channel'), width: 86, cell: (listing) => listing.channel, folded: () => null },
    {
        id: 'cost',
        name: t('listings.unitCost2'),
        head: <CurrencyHead words={(symbol) => t('listings.costHead', { symbol })} />,
        width: 70,
        isRight: true,
        cell: (listing) => <EditCell listing={listing} field="cost" />,
    },
    {
        id: 'floor',
        name: t('listings.floor'),
        head: <CurrencyHead words={(symbol) => t('listings.floorHead', { symbol })} />,
        width: 70,
        isRight: true,
        cell: (listing) => <EditCell listing={listing} field="floor" />,
    },
    {
        id: 'ceiling',
        name: t('listings.ceiling'),
        head: <CurrencyHead words={(symbol) => t('listings.ceilingHead', { symbol })} />,
        width: 74,
        isRight: true,
        cell: (listing) => <EditCell listing={listing} field="ceiling" />,
    },
    {
        id: 'supplier',
        name: t('listings.supplier'),
        width: 120,
        cell: (listing) => <Text of={listing.supplier} />,
    },
    {
        id: 'category',
        name: t('listings.category'),
        width: 110,
        cell: (listing) => <Text of={listing.category} />,
    },
    { id: 'brand', name: t('listings.brand'), width: 110, cell: (listing) => <Text of={listing.brand} /> },
    { id: 'stock', name: t('listings.stock'), width: 60, isRight: true, cell: (listing) => listing.stock ?? '–' },
    {
        id: 'profit',
        name: t('listings.profitPerUnit'),
        head: t('listings.profit'),
        width: 62,
        isRight: true,
        cell: (listing) => (
            <>
                {priced(listing.profit, listing.currency)}
                <Beside amount={listing.profit_own} />
            </>
        ),
    },
];

export const USUAL_COLUMNS = ['line', 'price', 'stand', 'margin', 'markup', 'rule'];

function Line({ listing }: { listing: Listing }) {
    if (listing.problem && listing.problem !== 'limits_conflict') {
        return <span className="text-text-3">{problem(listing.problem).says}</span>;
    }
    if (listing.problem === 'limits_conflict') {
        return (
            <span className="text-broken">
                {t('listings.floorIsAboveCeiling', { floor: money(listing.floor), ceiling: money(listing.ceiling) })}
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
            {listing.going_to && (
                <span className="block text-[12px] text-yours-ink">→ {priced(listing.going_to, listing.currency)}</span>
            )}
        </>
    );
}

function Text({ of: text }: { of: string | null }) {
    return <span className={clsx('block truncate', text === null && 'text-text-3')}>{text ?? t('listings.none')}</span>;
}

/** What the rule makes of the listing, in a few words; coral only for what needs mending. */
export function ruleState(listing: Listing): { says: string; broken: boolean } {
    if (listing.problem) return { says: reason(listing.problem), broken: true };
    if (listing.going_problem) return { says: t('listings.tryingAgain'), broken: true };
    if (listing.going_state) return { says: changeState(listing.going_state, listing.going_waits_for), broken: false };
    if (listing.hand_price)
        return {
            says: listing.hand_price.arrived ? t('listings.setByHandStands') : t('listings.setByHandWaits'),
            broken: false,
        };
    if (listing.rule_id === null) return { says: '', broken: false };
    if (listing.off) return { says: off(listing.off), broken: false };
    return { says: reason(listing.reason), broken: false };
}

function ruleAndState(listing: Listing) {
    return [listing.rule ?? t('listings.none'), ruleState(listing).says].filter(Boolean).join(', ');
}

function RuleCell({ listing }: { listing: Listing }) {
    const state = ruleState(listing);
    return (
        <>
            <span className={clsx('block truncate', !listing.rule && 'text-text-3')}>
                {listing.rule ?? t('listings.noRule')}
            </span>
            <span className={clsx('block truncate text-[12px]', state.broken ? 'text-broken' : 'text-text-3')}>
                {state.says}
            </span>
        </>
    );
}
