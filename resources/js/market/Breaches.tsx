import { t } from '@/messages/market';
import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import type { components } from '@/api/schema';
import { Empty } from '@/ui/Empty';
import { clock, percent, priced, signedPercent } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Tick } from '@/ui/Tick';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Fragment, useState } from 'react';
import { useRivals } from './queries';
import { Link, useSearchParams } from 'react-router';

type Breach = components['schemas']['PriceBreach'];
type Group = components['schemas']['PriceBreachGroup'];

interface Filter {
    kind: 'minimum' | 'maximum';
    days: number;
    open?: boolean;
    rival?: number;
}

const DAYS = ['30', '90', '365'] as const;

/** The address bar says what is shown; the files hold the same. */
function useFilter(): [Filter, (more: Record<string, string | null>) => void] {
    const [params, setParams] = useSearchParams();
    const rival = params.get('of');
    const filter: Filter = {
        kind: params.get('kind') === 'maximum' ? 'maximum' : 'minimum',
        days: Number(params.get('days') ?? '30') || 30,
        ...(params.get('open') === '1' ? { open: true } : {}),
        ...(rival === null ? {} : { rival: Number(rival) }),
    };
    const set = (more: Record<string, string | null>) =>
        setParams((before) => {
            const next = new URLSearchParams(before);
            for (const [name, value] of Object.entries(more))
                if (value === null) next.delete(name);
                else next.set(name, value);
            return next;
        });
    return [filter, set];
}

/** Who asks less than the advertised minimum or more than the recommended price, ours first. */
export default function Breaches() {
    const [filter, set] = useFilter();
    const standings = useRivals().data;
    const breaches = useQuery({
        queryKey: key('rivals', 'breaches', filter),
        queryFn: ({ signal }) => take(api.GET('/api/v1/breaches', { params: { query: filter }, signal })),
    });
    const sellers = useQuery({
        queryKey: key('rivals', 'breaches-by-seller', { kind: filter.kind, days: filter.days }),
        queryFn: ({ signal }) =>
            take(
                api.GET('/api/v1/breaches/sellers', {
                    params: { query: { kind: filter.kind, days: filter.days } },
                    signal,
                }),
            ),
    });
    const search = new URLSearchParams(
        Object.entries(filter).map(([name, value]) => [name, value === true ? '1' : String(value)]),
    );
    const isChosen = filter.rival !== undefined;
    return (
        <main className="flex min-h-0 min-w-0 flex-1 flex-col">
            <div className="flex flex-wrap items-center gap-3 border-b border-line px-[18px] py-2">
                <Select
                    hideLabel
                    label={t('market.breachKind')}
                    value={filter.kind}
                    options={[
                        ['minimum', t('market.belowMinimum')],
                        ['maximum', t('market.aboveRecommended')],
                    ]}
                    onChange={(kind) => set({ kind: kind === 'minimum' ? null : kind, of: null })}
                />
                <Select
                    hideLabel
                    label={t('market.breachDays')}
                    value={String(filter.days)}
                    options={DAYS.map((days) => [days, t('market.lastDays', { days: Number(days) })] as const)}
                    onChange={(days) => set({ days: days === '30' ? null : days })}
                />
                <label className="flex items-center gap-2">
                    <Tick
                        checked={filter.open ?? false}
                        label={t('market.onlyOpen')}
                        onChange={(on) => set({ open: on ? '1' : null })}
                    />
                    {t('market.onlyOpen')}
                </label>
                {standings?.is_behind && <span className="text-text-2">{t('market.beingWorkedOut')}</span>}
                <span className="ml-auto flex gap-3">
                    <a
                        className="text-stripe underline underline-offset-2"
                        download
                        href={`/api/v1/breaches/report?${String(search)}`}
                    >
                        {t('market.asPdf')}
                    </a>
                    <a
                        className="text-stripe underline underline-offset-2"
                        download
                        href={`/api/v1/breaches/export?${String(search)}`}
                    >
                        {t('market.asCsv')}
                    </a>
                </span>
            </div>
            {breaches.error && <ProblemNotice error={breaches.error} onRetry={() => void breaches.refetch()} />}
            {breaches.data?.length === 0 && !isChosen ? (
                <Empty title={t('market.noBreaches')} more={t('market.noBreachesMore')} />
            ) : (
                <div className="grid min-h-0 flex-1 grid-cols-[300px_minmax(0,1fr)] max-[900px]:grid-cols-1 max-[900px]:overflow-auto">
                    <Sellers groups={sellers.data ?? []} chosen={filter.rival} onChoose={(of) => set({ of })} />
                    <Rows breaches={breaches.data ?? []} kind={filter.kind} />
                </div>
            )}
        </main>
    );
}

function Sellers({
    groups,
    chosen,
    onChoose,
}: {
    groups: Group[];
    chosen: number | undefined;
    onChoose: (rival: string | null) => void;
}) {
    return (
        <section aria-label={t('market.bySeller')} className="overflow-auto border-r border-line">
            <h2 className="px-[18px] pt-3 pb-1 text-[14px]">{t('market.bySeller')}</h2>
            <ul>
                {groups.map((group) => {
                    const id = group.rival_id ?? 0;
                    const isChosen = chosen === id;
                    return (
                        <li key={id}>
                            <button
                                type="button"
                                aria-pressed={isChosen}
                                onClick={() => onChoose(isChosen ? null : String(id))}
                                className={clsx(
                                    'block w-full border-b border-line px-[18px] py-2 text-left',
                                    isChosen ? 'bg-stripe-soft' : 'hover:bg-line/40',
                                )}
                            >
                                <span className="flex gap-2">
                                    <b className="min-w-0 flex-1 truncate">{group.name ?? t('market.weOurselves')}</b>
                                    <span className="tabular-nums">{t('market.timesOn', { times: group.times })}</span>
                                </span>
                                <span className="block text-[12.5px] text-text-2">
                                    {t('market.breachSum', {
                                        listings: group.listings,
                                        open: group.open,
                                        worst: percent(group.worst_percent, 1),
                                    })}
                                    {group.is_repeated && ` · ${t('market.againAndAgain')}`}
                                </span>
                            </button>
                        </li>
                    );
                })}
            </ul>
        </section>
    );
}

function Rows({ breaches, kind }: { breaches: Breach[]; kind: Filter['kind'] }) {
    const [open, setOpen] = useState<number | null>(null);
    return (
        // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- what scrolls is reached with the keyboard
        <section tabIndex={0} aria-label={t('market.breaches')} className="overflow-auto bg-sheet">
            <table className="w-full border-collapse">
                <thead className="text-left text-text-2">
                    <tr className="border-b border-line-2">
                        <th className="px-[18px] py-2 font-normal">{t('market.listing')}</th>
                        <th className="py-2 pr-3 font-normal">{t('market.seller')}</th>
                        <th className="py-2 pr-3 text-right font-normal">
                            {kind === 'minimum' ? t('market.minimum') : t('market.recommended')}
                        </th>
                        <th className="py-2 pr-3 text-right font-normal">{t('market.asked')}</th>
                        <th className="py-2 pr-3 text-right font-normal">{t('market.off')}</th>
                        <th className="py-2 pr-3 font-normal">{t('market.since')}</th>
                        <th className="py-2 pr-[18px] font-normal">
                            <span className="sr-only">{t('market.evidence')}</span>
                        </th>
                    </tr>
                </thead>
                <tbody>
                    {breaches.map((breach) => (
                        <Fragment key={breach.id}>
                            <tr className={clsx('border-b border-line', breach.rival_id === null && 'bg-yours-soft')}>
                                <td className="max-w-[260px] px-[18px] py-2">
                                    <Link
                                        to={`/listings?listing=${breach.listing_id}`}
                                        className="block truncate text-stripe underline underline-offset-2"
                                    >
                                        {breach.title}
                                    </Link>
                                    <span className="text-[12.5px] text-text-3">
                                        {breach.sku} · {breach.channel}
                                    </span>
                                </td>
                                <td className="max-w-[160px] truncate py-2 pr-3">
                                    {breach.rival ?? t('market.weOurselves')}
                                </td>
                                <td className="py-2 pr-3 text-right whitespace-nowrap tabular-nums">
                                    {priced(breach.limit, breach.currency)}
                                </td>
                                <td className="py-2 pr-3 text-right whitespace-nowrap tabular-nums">
                                    {priced(breach.worst, breach.currency)}
                                    {breach.latest !== breach.worst && (
                                        <span className="block text-[12.5px] text-text-2">
                                            {t('market.lastAsked', { price: priced(breach.latest, breach.currency) })}
                                        </span>
                                    )}
                                </td>
                                <td className="py-2 pr-3 text-right whitespace-nowrap tabular-nums">
                                    {signedPercent(breach.worst_percent)}
                                </td>
                                <td className="py-2 pr-3 text-[12.5px] whitespace-nowrap text-text-2">
                                    {clock(breach.began_at)}
                                    <br />
                                    {breach.ended_at === null
                                        ? t('market.stillSo')
                                        : t('market.untilWhen', { when: clock(breach.ended_at) })}
                                </td>
                                <td className="py-2 pr-[18px] text-right">
                                    <button
                                        type="button"
                                        aria-expanded={open === breach.id}
                                        onClick={() => setOpen(open === breach.id ? null : breach.id)}
                                        className="text-stripe underline underline-offset-2"
                                    >
                                        {t('market.evidence')}
                                    </button>
                                </td>
                            </tr>
                            {open === breach.id && (
                                <tr className="border-b border-line">
                                    <td colSpan={7} className="px-[18px] py-2">
                                        <Evidence breach={breach} />
                                    </td>
                                </tr>
                            )}
                        </Fragment>
                    ))}
                </tbody>
            </table>
        </section>
    );
}

function Evidence({ breach }: { breach: Breach }) {
    const evidence = useQuery({
        queryKey: key('rivals', 'breach', breach.id),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/breaches/{id}/evidence', { params: { path: { id: breach.id } }, signal })),
    });
    if (evidence.error) return <ProblemNotice error={evidence.error} onRetry={() => void evidence.refetch()} />;
    if (!evidence.data) return null;
    const { observed_at, offer, reading_id, url } = evidence.data;
    return (
        <div className="grid gap-1">
            <p>
                {observed_at === null ? t('market.notKept') : t('market.seenAt', { when: clock(observed_at) })}
                {breach.rival_id === null && observed_at !== null && ` ${t('market.ownPrice')}`}
            </p>
            {offer && (
                <dl className="grid grid-cols-[max-content_1fr] gap-x-3 text-[12.5px]">
                    {Object.entries(offer).map(([name, value]) => (
                        <Fragment key={name}>
                            <dt className="text-text-2">{name}</dt>
                            <dd className="break-all">{typeof value === 'string' ? value : JSON.stringify(value)}</dd>
                        </Fragment>
                    ))}
                </dl>
            )}
            {reading_id !== null && (
                <p>
                    <a
                        href={`/api/v1/readings/${reading_id}/page`}
                        target="_blank"
                        rel="noreferrer"
                        className="text-stripe underline underline-offset-2"
                    >
                        {t('market.pageAsItWas')}
                    </a>{' '}
                    <span className="text-text-3">{url}</span>
                </p>
            )}
        </div>
    );
}
