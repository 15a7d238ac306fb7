import { t } from '@/messages/settings';
import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import type { components } from '@/api/schema';
import { DayChart } from '@/charts/DayChart';
import { dayInFull } from '@/messages/locale';
import { Ago } from '@/ui/Ago';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { rateInFull } from '@/ui/rateInFull';

type Pair = components['schemas']['RatePair'];

/** The rate of a pair that is in use, and its history when it is asked for. */
export function RateLine({ pair, days }: { pair: Pair; days: number }) {
    const [open, setOpen] = useState(false);
    const { base, quote, used, latest } = pair;
    const holds = latest.rate !== used.rate && pair.asked === null;
    return (
        <>
            <tr className="border-b border-line align-baseline">
                <th className="py-2 text-left font-bold">{t('settings.rateOf', { base, quote })}</th>
                <td className="py-2 text-right">{rateInFull(used.rate)}</td>
                <td className="py-2 pl-6">
                    {dayInFull(used.day)}
                    {pair.is_old && (
                        <span className="block text-[12px] text-broken">{t('settings.rateIsOld', { days })}</span>
                    )}
                </td>
                <td className="py-2 pr-4">
                    <span className="block max-w-[220px] truncate">{used.source}</span>
                    {holds && (
                        <span className="block text-[12px] text-text-3">
                            {t('settings.holdsStill', { rate: rateInFull(latest.rate), day: dayInFull(latest.day) })}
                        </span>
                    )}
                </td>
                <td className="py-2">
                    <Ago time={pair.used_since} />
                </td>
                <td className="py-2 text-right">
                    <Button look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
                        {t('settings.history')}
                    </Button>
                </td>
            </tr>
            {open && (
                <tr className="border-b border-line">
                    <td colSpan={6} className="py-3">
                        <History pair={pair} />
                    </td>
                </tr>
            )}
        </>
    );
}

function History({ pair: { id, base, quote } }: { pair: Pair }) {
    const history = useQuery({
        queryKey: key('rates', id),
        queryFn: ({ signal }) => take(api.GET('/api/v1/rates/{id}/history', { params: { path: { id } }, signal })),
    });
    if (history.error && !history.data)
        return <ProblemNotice error={history.error} onRetry={() => void history.refetch()} />;
    if (!history.data) return null;
    const label = t('settings.historyOf', { base, quote });
    return (
        <div className="grid grid-cols-[250px_minmax(0,1fr)] items-start gap-8 max-[640px]:grid-cols-1">
            <DayChart
                label={label}
                days={[...history.data].reverse().map((one) => ({ day: one.day, figure: Number(one.rate) }))}
                says={(figure) => rateInFull(String(figure))}
            />
            <div className="max-h-40 overflow-auto" role="region" aria-label={label} tabIndex={0}>
                <ul className="text-[12.5px]">
                    {history.data.map((one) => (
                        <li
                            key={`${one.day} ${one.source} ${one.rate}`}
                            className="flex justify-between gap-3 border-b border-dotted border-line-2 py-0.5"
                        >
                            <span>{dayInFull(one.day)}</span>
                            <span className="min-w-0 flex-1 truncate text-text-3">{one.source}</span>
                            <span>{rateInFull(one.rate)}</span>
                        </li>
                    ))}
                </ul>
            </div>
        </div>
    );
}
