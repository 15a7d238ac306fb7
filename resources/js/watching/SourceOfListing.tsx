import { t } from '@/messages/watching';
import { said } from '@/messages/said';
import { api, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import type { components } from '@/api/schema';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SelectField, TickField } from '@/edit/fields';
import { amountReader, currencyFormat, percentReader, wholeReader } from '@/edit/reading';
import { figure, optionalFigure, resolverOf, text } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { Ago } from '@/ui/Ago';
import { Button } from '@/ui/Button';
import { percent, priced } from '@/ui/figures';
import { InlineButton } from '@/ui/InlineButton';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import type { Watch } from './queries';

type Source = components['schemas']['ListingSource'];
type Change = components['schemas']['SourceChange'];

/** Where a listing is bought, if it follows that: its cost there, what it leaves, and what followed. */
export default function SourceOfListing({ listing, watches }: { listing: { id: number }; watches: Watch[] }) {
    const [isChoosing, setChoosing] = useState(false);
    const source = useQuery({
        queryKey: key('source', listing.id),
        queryFn: async ({ signal }) =>
            (await take(api.GET('/api/v1/listings/{id}/source', { params: { path: { id: listing.id } }, signal })))
                .source,
    });
    if (source.error) return <ProblemNotice error={source.error} />;
    if (source.data === undefined) return null;
    return (
        <div className="mt-3">
            <h3 className="text-[14px]">{t('watching.sourceHead')}</h3>
            {source.data ? (
                <Followed source={source.data} watches={watches} />
            ) : isChoosing ? (
                <SourceForm listing={listing.id} source={null} watches={watches} />
            ) : (
                <>
                    <p className="text-[12.5px] text-text-2">{t('watching.sourceNone')}</p>
                    <Button className="mt-1" onClick={() => setChoosing(true)}>
                        {t('watching.sourceChoose')}
                    </Button>
                </>
            )}
        </div>
    );
}

function Followed({ source, watches }: { source: Source; watches: Watch[] }) {
    const changed = useChanged();
    const remove = useMutation({
        meta: { failed: t('watching.sourceNotRemoved') },
        mutationFn: () =>
            take(api.DELETE('/api/v1/listings/{id}/source', { params: { path: { id: source.listing_id } } })),
        onSuccess: () => {
            changed('listings', 'watches');
            toast(t('watching.sourceRemoved'));
        },
    });
    const { margin_percent: now, margin_at_source_percent: then } = source;
    return (
        <>
            <a
                href={source.url}
                target="_blank"
                rel="noopener noreferrer"
                className="text-stripe underline underline-offset-2"
            >
                {source.shop}
            </a>
            {source.is_out && <Notice>{t('watching.sourceOut')}</Notice>}
            <dl className="grid grid-cols-[1fr_auto] gap-x-3">
                <dt className="text-text-2">{t('watching.sourceCost')}</dt>
                <dd className="text-right tabular-nums">
                    {source.cost === null
                        ? t('watching.sourceNotRead')
                        : priced(source.cost, source.cost_currency ?? '')}
                </dd>
                <dt className="text-text-2">{t('watching.sourceOurs')}</dt>
                <dd className="text-right tabular-nums">{priced(source.our_cost, source.our_cost_currency)}</dd>
            </dl>
            {now !== null && (
                <p className="text-[12.5px] text-text-2">
                    {then === null || then === now
                        ? t('watching.sourceMarginSame', { now: percent(now, 1) })
                        : t('watching.sourceMargin', { now: percent(now, 1), then: percent(then, 1) })}
                </p>
            )}
            <Ledger listing={source.listing_id} />
            <details className="mt-2">
                <summary className="cursor-pointer text-text-2">{t('watching.sourceSettings')}</summary>
                <div className="mt-2">
                    <SourceForm key={source.id} listing={source.listing_id} source={source} watches={watches} />
                    <Button look="quiet" className="mt-2" disabled={remove.isPending} onClick={() => remove.mutate()}>
                        {t('watching.sourceRemove')}
                    </Button>
                </div>
            </details>
        </>
    );
}

const STATES: Record<Change['state'], string> = {
    asked: t('watching.sourceState_asked'),
    made: t('watching.sourceState_made'),
    refused: t('watching.sourceState_refused'),
    queued: t('watching.sourceState_queued'),
    sent: t('watching.sourceState_sent'),
    confirmed: t('watching.sourceState_confirmed'),
    failed: t('watching.sourceState_failed'),
    replaced: t('watching.sourceState_replaced'),
    undone: t('watching.sourceState_undone'),
};

function says({ reason, kind, from, to, currency }: Change): string {
    const [before, after] = kind === 'cost' ? [priced(from, currency ?? ''), priced(to, currency ?? '')] : [from, to];
    const values = { from: before ?? '–', to: after ?? '–' };
    if (reason === 'sold_out') return t('watching.sourceSoldOut', values);
    if (reason === 'back') return t('watching.sourceBack', values);
    if (reason === 'undo') return t('watching.sourceUndone', values);
    return t('watching.sourceCostMoved', values);
}

function Ledger({ listing }: { listing: number }) {
    const changed = useChanged();
    const changes = useQuery({
        queryKey: key('source', listing, 'changes'),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/listings/{id}/source/changes', { params: { path: { id: listing } }, signal })),
    });
    const undo = useMutation({
        meta: { failed: t('watching.sourceNotTakenBack') },
        mutationFn: (id: number) => take(api.POST('/api/v1/source-changes/{id}/undo', { params: { path: { id } } })),
        onSuccess: () => {
            changed('listings', 'watches', 'batches');
            toast(t('watching.sourceTakenBack'));
        },
    });
    if (!changes.data || changes.data.length === 0) return null;
    return (
        <ul aria-label={t('watching.sourceLedger')} className="mt-2">
            {changes.data.slice(0, 5).map((change) => (
                <li key={change.id} className="border-t border-dotted border-line-2 py-1">
                    <span className="flex justify-between gap-2">
                        <span className="min-w-0">{says(change)}</span>
                        {change.can_undo && (
                            <InlineButton
                                className="shrink-0 text-stripe underline underline-offset-2"
                                onClick={() => undo.mutate(change.id)}
                            >
                                {t('watching.sourceUndo')}
                            </InlineButton>
                        )}
                    </span>
                    <span className="block text-[12px] text-text-3">
                        {change.problem ? said(change.problem) : STATES[change.state]}, <Ago time={change.made_at} />
                        {change.state === 'asked' && change.batch_id !== null && (
                            <>
                                {' · '}
                                <Link
                                    to={`/listings?listing=${listing}&batch=${change.batch_id}`}
                                    className="text-stripe underline underline-offset-2"
                                >
                                    {t('watching.sourceLookAtIt')}
                                </Link>
                            </>
                        )}
                    </span>
                </li>
            ))}
        </ul>
    );
}

const readings = wholeReader({ min: 1, max: 20 });
const pieces = wholeReader({ min: 1, max: 1_000_000_000 });
const tax = percentReader({ max: 100 });

const LABELS: Record<string, string> = {
    watch: t('watching.sourcePage'),
    cost: t('watching.sourceFollowsCost'),
    stock: t('watching.sourceFollowsStock'),
    backAfter: t('watching.sourceBackAfter'),
    stockBack: t('watching.sourceStockBack'),
    added: t('watching.sourceAdded'),
    tax: t('watching.sourceTax'),
};

const FIELDS: Record<string, string> = {
    watch_id: 'watch',
    follows_cost: 'cost',
    follows_stock: 'stock',
    back_after: 'backAfter',
    stock_back: 'stockBack',
    tax_percent: 'tax',
};

function SourceForm({ listing, source, watches }: { listing: number; source: Source | null; watches: Watch[] }) {
    const changed = useChanged();
    const client = useQueryClient();
    const first = watches.find((watch) => watch.state === 'confirmed') ?? watches[0];
    const currency = source?.cost_currency ?? first?.found?.currency ?? first?.listing?.currency ?? '';
    const format = currencyFormat(currency);
    const amount = amountReader(format);
    const edit = useEditForm({
        name: `source ${listing}`,
        version: source?.revision,
        current: {
            watch: source ? String(source.watch_id) : '',
            cost: source?.follows_cost ?? true,
            stock: source?.follows_stock ?? true,
            backAfter: String(source?.back_after ?? 2),
            stockBack: source?.stock_back == null ? '' : String(source.stock_back),
            added: source && Number(source.added) > 0 ? source.added : '',
            tax: source?.tax_percent ?? '',
        },
        resolver: resolverOf(
            z.object({
                watch: text(),
                cost: z.boolean(),
                stock: z.boolean(),
                backAfter: figure(readings),
                stockBack: optionalFigure(pieces),
                added: optionalFigure(amount),
                tax: optionalFigure(tax),
            }),
        ),
        save: (wanted, revision) =>
            take(
                api.PUT('/api/v1/listings/{id}/source', {
                    params: { path: { id: listing } },
                    body: {
                        revision,
                        watch_id: Number(wanted.watch),
                        follows_cost: wanted.cost,
                        follows_stock: wanted.stock,
                        back_after: Number(wanted.backAfter),
                        stock_back: wanted.stockBack === null ? null : Number(wanted.stockBack),
                        added: wanted.added,
                        tax_percent: wanted.tax,
                    },
                }),
            ),
        onSaved: () => {
            changed('listings', 'watches');
            toast(t('watching.sourceSaved'));
        },
        onConflict: () => void client.invalidateQueries({ queryKey: key('source', listing) }),
        fieldOf: (path) => FIELDS[path] ?? path,
    });
    return (
        <EditForm edit={edit} save={t('watching.sourceSave')} label={(path) => LABELS[path] ?? path}>
            <SelectField
                name="watch"
                label={LABELS.watch!}
                options={[
                    ...(source ? [] : [['', t('watching.sourceChoosePage')] as const]),
                    ...watches.map(
                        (watch) =>
                            [String(watch.id), watch.variant ? `${watch.host}, ${watch.variant}` : watch.host] as const,
                    ),
                ]}
            />
            <TickField name="cost" label={LABELS.cost!} />
            <FigureField name="added" label={LABELS.added!} unit={format.symbol} reader={amount} />
            <FigureField name="tax" label={LABELS.tax!} unit="%" reader={tax} />
            <TickField name="stock" label={LABELS.stock!} />
            <FigureField name="backAfter" label={LABELS.backAfter!} reader={readings} />
            <FigureField name="stockBack" label={LABELS.stockBack!} reader={pieces} />
        </EditForm>
    );
}
