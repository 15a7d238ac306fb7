import type { components } from '@/api/schema';
import { useWorklist } from '@/api/queries';
import { money } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { count, origin } from '@/ui/words';
import { Link } from 'react-router';
import { EditCell } from '@/screens/listings/EditCell';

type Group = components['schemas']['WorklistGroup'];
type Item = components['schemas']['WorklistItem'];
type Problem = Group['problem'];
/** What is changed in place; of a conflict it depends on where the ceiling comes from. */
type Figure = 'cost' | 'floor' | 'ceiling' | 'conflict' | null;

/** In the order of work, with the step that mends each and where it is taken. */
const GROUPS: Record<Problem, { title: string; why: string; state: string; figure: Figure }> = {
    cost_missing: {
        title: 'No cost',
        why: 'Without a cost nobody can say where the floor is. Enter it here, or import the supplier’s file.',
        state: 'no_cost',
        figure: 'cost',
    },
    limits_conflict: {
        title: 'Floor above ceiling',
        why: 'No price can be right: one of the two asks for too much, or a cost or a recommended price is wrong.',
        state: 'conflict',
        figure: 'conflict',
    },
    ceiling_missing: {
        title: 'No ceiling',
        why: 'There is no recommended price to take it from. Set one by hand.',
        state: 'no_limits',
        figure: 'ceiling',
    },
    floor_missing: {
        title: 'No floor',
        why: 'No limit holds for it. Set one by hand, or a margin for everything in Settings.',
        state: 'no_limits',
        figure: 'floor',
    },
    floor_unreachable: {
        title: 'The wanted margin cannot be reached',
        why: 'Fees and tax leave less than is asked for, at any price. Lower the margin for it, or see its fees.',
        state: 'no_limits',
        figure: null,
    },
};

const HEADS = { cost: 'Unit cost €', floor: 'Floor €', ceiling: 'Ceiling €', conflict: 'Change' };

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
    return (
        <section>
            <div className="flex items-baseline gap-3">
                <h2 className="text-[17px]">{title}</h2>
                <span className="text-text-2">{count(group.many, 'listing', 'listings')}</span>
                <Link to={`/listings?state=${state}`} className="ml-auto text-stripe underline underline-offset-2">
                    All of them in the list
                </Link>
            </div>
            <p className="mt-0.5 mb-2 text-text-2">
                {why}{' '}
                {group.problem === 'cost_missing' && (
                    <Link to="/today?file=new" className="text-stripe underline underline-offset-2">
                        Import a file
                    </Link>
                )}
            </p>
            <table className="w-full">
                <thead className="text-left text-[12.5px] text-text-2">
                    <tr className="border-b border-line-2">
                        <th className="py-1.5 font-medium">Listing</th>
                        <th className="py-1.5 font-medium">
                            {group.problem === 'limits_conflict' && 'What contradicts what'}
                        </th>
                        <th className="py-1.5 text-right font-medium">Sold in 30 days €</th>
                        <th className="py-1.5 text-right font-medium">Price €</th>
                        <th className="w-28 py-1.5 text-right font-medium">{figure && HEADS[figure]}</th>
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
                        floor {money(floor.price)}{' '}
                        <span className="text-text-2">
                            ({floor.says}, {origin(floor.from, floor.name)})
                        </span>
                        <span className="block">
                            ceiling {money(ceiling.price)}{' '}
                            <span className="text-text-2">
                                ({ceiling.says}, {origin(ceiling.from, ceiling.name)})
                            </span>
                        </span>
                    </>
                )}
            </td>
            <td className="py-2 text-right">{money(item.revenue_30d)}</td>
            <td className="py-2 text-right">{money(listing.price)}</td>
            <td className="relative py-2 text-right">
                {figure === 'conflict' ? <Mend item={item} /> : figure && <EditCell listing={listing} field={figure} />}
            </td>
        </tr>
    );
}

/** The figures that can end a contradiction: what the ceiling comes from, and the cost the floor comes from. */
function Mend({ item: { listing, floor_term: floor, ceiling_term: ceiling } }: { item: Item }) {
    const fields: ['rrp' | 'ceiling' | 'floor' | 'cost', string][] = [];
    if (ceiling?.kind === 'rrp') fields.push(['rrp', 'RRP']);
    if (ceiling?.kind === 'amount') fields.push(['ceiling', 'ceiling']);
    if (floor?.kind === 'amount') fields.push(['floor', 'floor']);
    if (floor && ['margin', 'markup', 'profit'].includes(floor.kind)) fields.push(['cost', 'cost']);
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
                    Limits
                </Link>
            )}
        </>
    );
}
