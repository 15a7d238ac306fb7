import { t } from '@/messages/today';
import { key, useChanged } from '@/api/keys';
import { api, Problem, take } from '@/api/client';
import { useOwnCurrency } from '@/api/queries';
import type { components } from '@/api/schema';
import { changeOne } from '@/bulk/changeOne';
import { Button } from '@/ui/Button';
import { money, signed, symbol, priced } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { toast } from 'sonner';

type Suggestion = components['schemas']['Suggestion'];

const GROUPS: [Suggestion['kind'], string, string][] = [
    ['up', t('today.worthALookUp'), t('today.worthALookUpWhy')],
    ['down', t('today.worthALookDown'), t('today.worthALookDownWhy')],
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
    suggestion: { listing, kind, sku, title, channel, price, currency, to, units, a_week },
}: {
    suggestion: Suggestion;
}) {
    const changed = useChanged();
    const sign = symbol(useOwnCurrency());
    const refresh = () => changed('listings', 'changes', 'today');
    const accept = useMutation({
        meta: { failed: t('today.suggestionFailed') },
        mutationFn: async () => {
            const batch = await changeOne('prices', { prices: { [String(listing)]: to } }, listing);
            if (batch === null) throw new Problem(409, t('today.movedMeanwhile'), null, {});
            return batch;
        },
        onSuccess: () => {
            refresh();
            toast(t('today.goesTo', { sku, price: priced(to, currency) }));
        },
    });
    const dismiss = useMutation({
        meta: { failed: t('today.dismissFailed') },
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
                <b className="whitespace-nowrap">
                    {a_week && t('today.aWeek', { amount: `${signed(a_week)}\u00a0${sign}` })}
                </b>
            </div>
            <div className="flex items-center gap-2 text-[12.5px] text-text-2">
                <span className="min-w-0 flex-1">
                    {t('today.fromToSold', {
                        from: money(price),
                        to: priced(to, currency),
                        units: kind === 'up' ? units : 0,
                    })}
                </span>
                <Button
                    disabled={busy}
                    onClick={() => accept.mutate()}
                    aria-label={t('today.setItLabel', { sku, price: to })}
                >
                    {t('today.setIt')}
                </Button>
                <Button
                    look="quiet"
                    disabled={busy}
                    onClick={() => dismiss.mutate()}
                    aria-label={t('today.leaveLabel', { sku })}
                >
                    {t('today.leave')}
                </Button>
            </div>
            {accept.error && <ProblemNotice error={accept.error} />}
        </li>
    );
}
