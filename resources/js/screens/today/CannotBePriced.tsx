import { rich, t } from '@/messages/today';
import type { components } from '@/api/schema';
import { useOwnCurrency, useWorklist } from '@/api/queries';
import { priced, symbol } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { told } from '@/messages/said';
import { origin } from '@/ui/words';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { EditCell } from '@/screens/listings/EditCell';

type Group = components['schemas']['WorklistGroup'];
type Item = components['schemas']['WorklistItem'];
type Problem = Group['problem'];
/** What is changed in place; of a conflict it depends on where the ceiling comes from. */
type Figure = 'cost' | 'floor' | 'ceiling' | 'conflict' | null;

/** In the order of work, with the step that mends each and where it is taken. */
const GROUPS: Record<Problem, { title: string; why: string; state: string; figure: Figure }> = {
    cost_missing: { title: t('today.noCost'), why: t('today.noCostWhy'), state: 'no_cost', figure: 'cost' },
    rate_missing: { title: t('today.noRate'), why: t('today.noRateWhy'), state: 'no_rate', figure: null },
    amount_missing: { title: t('today.noAmount'), why: t('today.noAmountWhy'), state: 'no_amount', figure: null },
    limits_conflict: { title: t('today.conflict'), why: t('today.conflictWhy'), state: 'conflict', figure: 'conflict' },
    ceiling_missing: {
        title: t('today.noCeiling'),
        why: t('today.noCeilingWhy'),
        state: 'no_limits',
        figure: 'ceiling',
    },
    floor_missing: { title: t('today.noFloor'), why: t('today.noFloorWhy'), state: 'no_limits', figure: 'floor' },
    floor_unreachable: {
        title: t('today.unreachable'),
        why: t('today.unreachableWhy'),
        state: 'no_limits',
        figure: null,
    },
};

const HEADS = {
    cost: 'today.unitCostIn',
    floor: 'today.floorIn',
    ceiling: 'today.ceilingIn',
    conflict: 'today.change',
} as const;

/** What cannot be priced, and the one step that mends it. */
export function CannotBePriced() {
    const worklist = useWorklist();
    const groups = (Object.keys(GROUPS) as Problem[])
        .map((problem) => worklist.data?.find((group) => group.problem === problem))
        .filter((group): group is Group => group !== undefined);
    return (
        <>
            {worklist.error && !worklist.data && (
                <ProblemNotice error={worklist.error} onRetry={() => void worklist.refetch()} />
            )}
            {groups.map((group) => (
                <GroupOf key={group.problem} group={group} />
            ))}
        </>
    );
}

function GroupOf({ group }: { group: Group }) {
    const { title, why, state, figure } = GROUPS[group.problem];
    const sign = symbol(useOwnCurrency());
    return (
        <section>
            <div className="flex items-baseline gap-3">
                <h2 className="text-[17px]">{title}</h2>
                <span className="text-text-2">{t('common.listings', { many: group.many })}</span>
                <Link to={`/listings?state=${state}`} className="ml-auto text-stripe underline underline-offset-2">
                    {t('today.allInList')}
                </Link>
            </div>
            <p className="mt-0.5 mb-2 text-text-2">
                {why}{' '}
                {group.problem === 'cost_missing' && (
                    <Link to="/today?file=new" className="text-stripe underline underline-offset-2">
                        {t('today.importFile')}
                    </Link>
                )}
                {group.problem === 'rate_missing' && (
                    <Link to="/settings/rates" className="text-stripe underline underline-offset-2">
                        {t('today.bringInRates')}
                    </Link>
                )}
                {group.problem === 'amount_missing' && (
                    <Link to="/settings/limits" className="text-stripe underline underline-offset-2">
                        {t('today.setLimits')}
                    </Link>
                )}
            </p>
            <table className="w-full">
                <thead className="text-left text-[12.5px] text-text-2">
                    <tr className="border-b border-line-2">
                        <th className="py-1.5 font-medium">{t('common.listing')}</th>
                        <th className="py-1.5 font-medium">
                            {group.problem === 'limits_conflict' && t('today.contradiction')}
                        </th>
                        <th className="py-1.5 text-right font-medium">{t('today.sold30', { symbol: sign })}</th>
                        <th className="py-1.5 text-right font-medium">{t('common.priceIn', { symbol: sign })}</th>
                        <th className="w-28 py-1.5 text-right font-medium">
                            {figure && t(HEADS[figure], { symbol: sign })}
                        </th>
                    </tr>
                </thead>
                <tbody>
                    {group.items.map((item) => (
                        <Line key={item.listing.id} item={item} figure={figure} />
                    ))}
                </tbody>
            </table>
        </section>
    );
}

function Line({ item, figure }: { item: Item; figure: Figure }) {
    const { listing, floor_term: floor, ceiling_term: ceiling } = item;
    return (
        <tr className="border-b border-line align-baseline">
            <td className="max-w-[300px] py-2 pr-3">
                <Link
                    to={`/listings?q=${encodeURIComponent(listing.sku)}&listing=${listing.id}`}
                    className="block truncate hover:underline"
                >
                    {listing.title}
                </Link>
                <span className="text-[12px] text-text-3">
                    {listing.sku} · {listing.channel}
                </span>
            </td>
            <td className="py-2 pr-3 text-[12.5px]">
                {floor && ceiling && (
                    <>
                        {rich('today.floorTerm', { ...termOf(floor, listing.currency), soft })}
                        <span className="block">
                            {rich('today.ceilingTerm', { ...termOf(ceiling, listing.currency), soft })}
                        </span>
                    </>
                )}
            </td>
            <td className="py-2 text-right">{priced(item.revenue_30d, listing.currency)}</td>
            <td className="py-2 text-right">{priced(listing.price, listing.currency)}</td>
            <td className="relative py-2 text-right">
                {figure === 'conflict' ? <Mend item={item} /> : figure && <EditCell listing={listing} field={figure} />}
            </td>
        </tr>
    );
}

type Term = NonNullable<Item['floor_term']>;

const termOf = ({ price, message, from, name }: Term, currency: string) => ({
    price: priced(price, currency),
    says: told(message),
    origin: origin(from, name),
});

const soft = (parts: ReactNode[]) => (
    <span key="soft" className="text-text-2">
        {parts}
    </span>
);

/** The figures that can end a contradiction: what the ceiling comes from, and the cost the floor comes from. */
function Mend({ item: { listing, floor_term: floor, ceiling_term: ceiling } }: { item: Item }) {
    const fields: ['rrp' | 'ceiling' | 'floor' | 'cost', string][] = [];
    if (ceiling?.kind === 'rrp') fields.push(['rrp', t('today.rrp')]);
    if (ceiling?.kind === 'amount') fields.push(['ceiling', t('today.ceiling')]);
    if (floor?.kind === 'amount') fields.push(['floor', t('today.floor')]);
    if (floor && ['margin', 'markup', 'profit'].includes(floor.kind)) fields.push(['cost', t('today.cost')]);
    return (
        <>
            {fields.map(([field, words]) => (
                <span key={field} className="block whitespace-nowrap">
                    <span className="text-[12px] text-text-3">{words} </span>
                    <EditCell listing={listing} field={field} />
                </span>
            ))}
            {fields.length === 0 && (
                <Link to="/settings" className="text-stripe underline underline-offset-2">
                    {t('common.limits')}
                </Link>
            )}
        </>
    );
}
