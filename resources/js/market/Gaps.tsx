import { t } from '@/messages/market';
import { api, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import { useChannels, useWorkspace } from '@/api/queries';
import type { components } from '@/api/schema';
import { FigureInput } from '@/edit/FigureInput';
import { amountReader, currencyFormat } from '@/edit/reading';
import { Ago } from '@/ui/Ago';
import { Button } from '@/ui/Button';
import { Empty } from '@/ui/Empty';
import { percent, priced, signedPercent, whole } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { Select } from '@/ui/Select';
import { useMutation, useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { toast } from 'sonner';

const DraftGap = lazy(() => import('./DraftGap'));

export type Gap = components['schemas']['MarketGap'];
type OwnGap = components['schemas']['OwnGap'];

const KINDS = {
    open: t('market.gapOpen'),
    'sold-out': t('market.gapSoldOut'),
    'only-ours': t('market.gapOnlyOurs'),
    dismissed: t('market.gapDismissed'),
    drafted: t('market.gapDrafted'),
} as const;

type Kind = keyof typeof KINDS;

/** What others sell and we do not, and the other way round. */
export default function Gaps() {
    const [params, setParams] = useSearchParams();
    const kind = (Object.keys(KINDS) as Kind[]).find((one) => one === params.get('gaps')) ?? 'open';
    const isOwn = kind === 'sold-out' || kind === 'only-ours';
    const own = useWorkspace().data?.currency;
    const channels = (useChannels().data ?? []).filter((one) => one.currency === own);
    const channel = params.get('channel') ? Number(params.get('channel')) : undefined;
    const set = (name: string, value: string | null) =>
        setParams((before) => {
            const after = new URLSearchParams(before);
            if (value === null) after.delete(name);
            else after.set(name, value);
            return after;
        });
    return (
        <main className="flex min-h-0 min-w-0 flex-1 flex-col">
            <div className="flex flex-wrap items-center gap-3 border-b border-line px-[18px] py-2">
                <Select
                    hideLabel
                    label={t('market.gapKind')}
                    value={kind}
                    options={Object.entries(KINDS) as [Kind, string][]}
                    onChange={(next) => set('gaps', next === 'open' ? null : next)}
                />
                {!isOwn && channels.length > 1 && (
                    <label className="flex items-center gap-2 text-text-2">
                        {t('market.gapReckoned')}
                        <Select
                            hideLabel
                            label={t('market.gapReckoned')}
                            value={String(channel ?? channels[0]?.id)}
                            options={channels.map((one) => [String(one.id), one.name] as const)}
                            onChange={(next) => set('channel', next === String(channels[0]?.id) ? null : next)}
                        />
                    </label>
                )}
                {!isOwn && (
                    <a
                        className="ml-auto text-stripe underline underline-offset-2"
                        download
                        href={`/api/v1/gaps/export?state=${kind}${channel === undefined ? '' : `&channel=${channel}`}`}
                    >
                        {t('market.gapCsv')}
                    </a>
                )}
            </div>
            {isOwn ? <Own kind={kind} /> : <Missing key={kind} state={kind} channel={channel} />}
        </main>
    );
}

const HEAD = 'sticky top-0 bg-sheet px-3 py-2 text-left align-bottom text-[12.5px] font-bold';
const RIGHT = `${HEAD} text-right`;
const CELL = 'border-t border-line px-3 py-2 align-top';
const FIGURE = `${CELL} text-right tabular-nums whitespace-nowrap`;

function Missing({ state, channel }: { state: 'open' | 'dismissed' | 'drafted'; channel: number | undefined }) {
    const [draft, setDraft] = useState<Gap | null>(null);
    const gaps = useQuery({
        queryKey: key('rivals', 'gaps', state, channel),
        queryFn: ({ signal }) => take(api.GET('/api/v1/gaps', { params: { query: { state, channel } }, signal })),
    });
    const currency = useWorkspace().data?.currency ?? '';
    if (gaps.error) return <ProblemNotice error={gaps.error} onRetry={() => void gaps.refetch()} />;
    if (!gaps.data) return null;
    if (gaps.data.length === 0) return <Empty title={t('market.gapNone')} more={t('market.gapNoneMore')} />;
    return (
        // What is longer than the page is scrolled with keys too.

        <div className="min-h-0 flex-1 overflow-auto bg-sheet" tabIndex={0} role="region" aria-label={KINDS[state]}>
            <table className="w-full border-collapse">
                <thead>
                    <tr>
                        <th className={`${HEAD} pl-[18px]`}>{t('market.gapThing')}</th>
                        <th className={HEAD}>{t('market.gapShops')}</th>
                        <th className={RIGHT}>{t('market.gapLowest')}</th>
                        <th className={RIGHT}>{t('market.gapTrend')}</th>
                        <th className={HEAD}>{t('market.gapSince')}</th>
                        <th className={RIGHT}>{t('market.gapCost')}</th>
                        <th className={RIGHT}>{t('market.gapLeaves')}</th>
                        <th className={HEAD} />
                    </tr>
                </thead>
                <tbody>
                    {gaps.data.map((gap) => (
                        <Row key={gap.id} gap={gap} currency={currency} onDraft={() => setDraft(gap)} />
                    ))}
                </tbody>
            </table>
            {draft && (
                <Suspense fallback={null}>
                    <DraftGap gap={draft} onClose={() => setDraft(null)} />
                </Suspense>
            )}
        </div>
    );
}

function Row({ gap, currency, onDraft }: { gap: Gap; currency: string; onDraft: () => void }) {
    const changed = useChanged();
    const change = useMutation({
        meta: { failed: t('market.gapNotChanged') },
        mutationFn: (body: { state: 'open' | 'dismissed' }) =>
            take(api.PATCH('/api/v1/gaps/{id}', { params: { path: { id: gap.id } }, body })),
        onSuccess: (_gap, { state }) => {
            changed('rivals');
            toast(state === 'dismissed' ? t('market.gapWasDismissed') : t('market.gapWasTakenUp'), {
                action:
                    state === 'dismissed'
                        ? { label: t('common.undo'), onClick: () => change.mutate({ state: 'open' }) }
                        : undefined,
            });
        },
    });
    return (
        <tr>
            <td className={`${CELL} pl-[18px]`}>
                <span className="block break-words">{gap.title}</span>
                <span className="text-[12.5px] text-text-2">
                    {[gap.brand, gap.gtin, gap.mpn].filter(Boolean).join(' · ')}
                </span>
            </td>
            <td className={CELL}>
                <Popup
                    label={t('market.gapPages')}
                    trigger={
                        <button type="button" className="text-stripe underline underline-offset-2">
                            {t('market.gapShopCount', { many: gap.shops })}
                        </button>
                    }
                >
                    <ul className="grid w-[300px] gap-1">
                        {gap.offers.map((offer) => (
                            <li key={offer.url} className="flex justify-between gap-3">
                                <a
                                    href={offer.url}
                                    target="_blank"
                                    rel="noopener noreferrer"
                                    className="min-w-0 truncate text-stripe underline underline-offset-2"
                                >
                                    {offer.shop}
                                </a>
                                <span className="tabular-nums">{priced(offer.price, currency)}</span>
                            </li>
                        ))}
                    </ul>
                </Popup>
            </td>
            <td className={FIGURE}>{priced(gap.lowest, currency)}</td>
            <td className={`${FIGURE} text-text-2`}>{signedPercent(gap.trend_percent)}</td>
            <td className={CELL}>
                <Ago time={gap.since} className="text-text-2" />
            </td>
            <td className={CELL}>
                <Cost key={gap.cost ?? ''} gap={gap} currency={currency} />
            </td>
            <td className={FIGURE}>
                {gap.profit === null ? (
                    <span className="text-text-3">–</span>
                ) : (
                    <>
                        <b className={gap.profit.startsWith('-') ? 'text-broken' : undefined}>
                            {priced(gap.profit, currency)}
                        </b>
                        <span className="block text-[12.5px] text-text-2">{percent(gap.margin_percent)}</span>
                    </>
                )}
            </td>
            <td className={`${CELL} w-px whitespace-nowrap`}>
                <span className="flex justify-end gap-2">
                    {gap.state !== 'drafted' && (
                        <Button aria-label={t('market.gapDraftOf', { title: gap.title })} onClick={onDraft}>
                            {t('market.gapDraft')}
                        </Button>
                    )}
                    {gap.state === 'open' && (
                        <Button
                            look="quiet"
                            aria-label={t('market.gapDismissOf', { title: gap.title })}
                            disabled={change.isPending}
                            onClick={() => change.mutate({ state: 'dismissed' })}
                        >
                            {t('market.gapDismiss')}
                        </Button>
                    )}
                    {gap.state === 'dismissed' && (
                        <Button
                            look="quiet"
                            disabled={change.isPending}
                            onClick={() => change.mutate({ state: 'open' })}
                        >
                            {t('market.gapTakeUp')}
                        </Button>
                    )}
                </span>
            </td>
        </tr>
    );
}

/** What it would cost us; kept when one goes on to the next field. */
function Cost({ gap, currency }: { gap: Gap; currency: string }) {
    const [typed, setTyped] = useState(gap.cost ?? '');
    const changed = useChanged();
    const format = currencyFormat(currency);
    const reader = amountReader(format);
    const save = useMutation({
        mutationFn: (cost: string | null) =>
            take(api.PATCH('/api/v1/gaps/{id}', { params: { path: { id: gap.id } }, body: { cost } })),
        onSuccess: () => changed('rivals'),
    });
    const keep = () => {
        if (typed.trim() !== (gap.cost ?? '')) save.mutate(typed.trim() === '' ? null : typed.trim());
    };
    return (
        <form
            className="ml-auto w-[104px]"
            onSubmit={(event) => {
                event.preventDefault();
                keep();
            }}
        >
            <FigureInput
                hideLabel
                label={t('market.gapCostOf', { title: gap.title })}
                unit={format.symbol}
                reader={reader}
                value={typed}
                onChange={setTyped}
                onBlur={keep}
                error={save.error?.message}
            />
        </form>
    );
}

function Own({ kind }: { kind: 'sold-out' | 'only-ours' }) {
    const gaps = useQuery({
        queryKey: key('rivals', 'own-gaps', kind),
        queryFn: ({ signal }) =>
            kind === 'sold-out'
                ? take(api.GET('/api/v1/gaps/sold-out', { signal }))
                : take(api.GET('/api/v1/gaps/only-ours', { signal })),
    });
    if (gaps.error) return <ProblemNotice error={gaps.error} onRetry={() => void gaps.refetch()} />;
    if (!gaps.data) return null;
    if (gaps.data.length === 0)
        return (
            <Empty
                title={t('market.gapOwnNone')}
                more={kind === 'sold-out' ? t('market.gapSoldOutMore') : t('market.gapOnlyOursMore')}
            />
        );
    return (
        <div className="min-h-0 flex-1 overflow-auto bg-sheet" tabIndex={0} role="region" aria-label={KINDS[kind]}>
            <table className="w-full border-collapse">
                <thead>
                    <tr>
                        <th className={`${HEAD} pl-[18px]`}>{t('market.gapListing')}</th>
                        <th className={RIGHT}>{t('market.gapOurPrice')}</th>
                        {kind === 'sold-out' && <th className={RIGHT}>{t('market.gapLowest')}</th>}
                        {kind === 'sold-out' && <th className={RIGHT}>{t('market.gapRivals')}</th>}
                        <th className={RIGHT}>{t('market.gapUnits')}</th>
                        <th className={RIGHT}>{t('market.gapTaken')}</th>
                        <th className={RIGHT}>{t('market.gapLeaves')}</th>
                    </tr>
                </thead>
                <tbody>
                    {gaps.data.map((gap) => (
                        <OwnRow key={gap.listing_id} gap={gap} isSoldOut={kind === 'sold-out'} />
                    ))}
                </tbody>
            </table>
        </div>
    );
}

function OwnRow({ gap, isSoldOut }: { gap: OwnGap; isSoldOut: boolean }) {
    return (
        <tr>
            <td className={`${CELL} pl-[18px]`}>
                <Link to={`/listings?listing=${gap.listing_id}&q=${gap.sku}`} className="hover:underline">
                    {gap.title}
                </Link>
                <span className="block text-[12.5px] text-text-2">
                    {gap.sku} · {gap.channel}
                </span>
            </td>
            <td className={FIGURE}>{priced(gap.price, gap.currency)}</td>
            {isSoldOut && <td className={FIGURE}>{priced(gap.lowest, gap.currency)}</td>}
            {isSoldOut && <td className={FIGURE}>{whole(gap.rivals)}</td>}
            <td className={FIGURE}>{whole(gap.units)}</td>
            <td className={FIGURE}>{priced(gap.taken, gap.currency)}</td>
            <td className={FIGURE}>{priced(gap.profit, gap.currency)}</td>
        </tr>
    );
}
