import { said } from '@/messages/said';
import { t } from '@/messages/today';
import { key } from '@/api/keys';
import { api, take } from '@/api/client';
import { ago, clock, inCurrency } from '@/ui/figures';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useNotSent } from './queries';

/** Prices that people set or approved and that did not go out, until someone has seen it. */
export function NotSent() {
    const client = useQueryClient();
    const changes = useNotSent();
    const acknowledge = useMutation({
        mutationFn: (ids: number[]) => take(api.POST('/api/v1/changes/acknowledge', { body: { ids } })),
        onSuccess: () => void client.invalidateQueries({ queryKey: key('changes') }),
    });
    const rows = changes.data?.changes ?? [];
    if (changes.error && !changes.data)
        return <ProblemNotice error={changes.error} onRetry={() => void changes.refetch()} />;
    if (rows.length === 0) return null;
    return (
        <section aria-label={t('today.notSent')}>
            <div className="mb-1.5 flex items-baseline gap-3">
                <h2 className="text-[17px]">{t('today.notSent')}</h2>
                {rows.length > 1 && (
                    <Button
                        className="ml-auto"
                        disabled={acknowledge.isPending}
                        onClick={() => acknowledge.mutate(rows.map((row) => row.id))}
                    >
                        {t('today.dismissAll', { many: rows.length })}
                    </Button>
                )}
            </div>
            {acknowledge.error && <ProblemNotice error={acknowledge.error} />}
            <ul className="border border-line bg-sheet">
                {rows.map((row) => (
                    <li
                        key={row.id}
                        className="flex items-center gap-4 border-b border-l-4 border-line border-l-broken px-3 py-2 last:border-b-0"
                    >
                        <div className="min-w-0 flex-1">
                            <Link
                                to={`/listings?q=${encodeURIComponent(row.sku)}&listing=${row.listing}`}
                                className="block truncate hover:underline"
                            >
                                {row.title}
                            </Link>
                            <span className="block text-[12.5px] text-text-2">{row.problem && said(row.problem)}</span>
                        </div>
                        <span className="text-right whitespace-nowrap">
                            <b>{inCurrency(row.to, row.currency)}</b>
                            <span className="block text-[12.5px] text-text-2" title={clock(row.queued_at)}>
                                {t('today.setBy', { channel: row.channel, by: row.by, time: ago(row.queued_at) })}
                            </span>
                        </span>
                        <Button
                            disabled={acknowledge.isPending}
                            aria-label={t('today.dismissLabel', { sku: row.sku, price: row.to })}
                            onClick={() => acknowledge.mutate([row.id])}
                        >
                            {t('common.dismiss')}
                        </Button>
                    </li>
                ))}
            </ul>
        </section>
    );
}
