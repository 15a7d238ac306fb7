import { key, useChanged } from '@/api/keys';
import { api, Problem, take } from '@/api/client';
import type { components } from '@/api/schema';
import { changeOne } from '@/catalogue/batches/changeOne';
import { Button } from '@/ui/Button';
import { money, signed } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { toast } from 'sonner';

type Suggestion = components['schemas']['Suggestion'];

const GROUPS: [Suggestion['kind'], string, string][] = [
    ['up', 'Cheapest by far', 'One cent under the next offer would still be the cheapest.'],
    ['down', 'Could come down', 'In stock, not sold in 30 days, and others are cheaper.'],
];

/** Prices that are worth a look, with what they come to; each is taken or left in place. */
export function WorthALook() {
    const suggestions = useQuery({
        queryKey: key('suggestions'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/suggestions', { signal })),
        staleTime: 60_000,
    });
    if (suggestions.error && !suggestions.data) return <ProblemNotice error={suggestions.error} />;
    return GROUPS.map(([kind, title, why]) => {
        const rows = suggestions.data?.filter((one) => one.kind === kind) ?? [];
        if (rows.length === 0) return null;
        return (
            <section key={kind} aria-label={title}>
                <h2 className="text-[15px]">{title}</h2>
                <p className="mb-1 text-[12.5px] text-text-3">{why}</p>
                <ul>
                    {rows.map((one) => (
                        <Line key={one.listing} suggestion={one} />
                    ))}
                </ul>
            </section>
        );
    });
}

function Line({
    suggestion: { listing, kind, sku, title, channel, price, to, units, a_week },
}: {
    suggestion: Suggestion;
}) {
    const changed = useChanged();
    const refresh = () => changed('listings', 'changes', 'today');
    const accept = useMutation({
        meta: { failed: 'The suggestion was not taken up' },
        mutationFn: async () => {
            const batch = await changeOne('prices', { prices: { [String(listing)]: to } }, listing);
            if (batch === null) throw new Problem(409, 'Its limits or its price have changed meanwhile', null, {});
            return batch;
        },
        onSuccess: () => {
            refresh();
            toast(`${sku} goes to ${money(to)}`);
        },
    });
    const dismiss = useMutation({
        meta: { failed: 'The suggestion was not dismissed' },
        mutationFn: () => take(api.POST('/api/v1/suggestions/dismiss', { body: { listing, kind } })),
        onSuccess: refresh,
    });
    const busy = accept.isPending || dismiss.isPending;
    return (
        <li className="border-b border-dotted border-line-2 py-1.5">
            <div className="flex items-start justify-between gap-2">
                <Link
                    to={`/listings?q=${encodeURIComponent(sku)}&listing=${listing}`}
                    className="min-w-0 truncate hover:underline"
                    title={`${title}, ${channel}`}
                >
                    {title}
                </Link>
                <b className="whitespace-nowrap">{a_week ? `${signed(a_week)} € a week` : ''}</b>
            </div>
            <div className="flex items-center gap-2 text-[12.5px] text-text-2">
                <span className="min-w-0 flex-1">
                    {money(price)} → {money(to)}
                    {kind === 'up' && `, ${units} sold in 30 days`}
                </span>
                <Button disabled={busy} onClick={() => accept.mutate()} aria-label={`Set ${sku} to ${to}`}>
                    Set it
                </Button>
                <Button look="quiet" disabled={busy} onClick={() => dismiss.mutate()} aria-label={`Leave ${sku}`}>
                    Leave
                </Button>
            </div>
            {accept.error && <ProblemNotice error={accept.error} />}
        </li>
    );
}
