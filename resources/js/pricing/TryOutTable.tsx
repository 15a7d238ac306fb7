import { t } from '@/messages/pricing';
import { CurrencyHead } from '@/ui/CurrencyHead';
import type { TryOut, TryOutRow } from '@/api/client';
import { PriceLine } from '@/charts/PriceLine';
import { Button } from '@/ui/Button';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid } from '@/ui/grid/Grid';
import { choose } from '@/ui/grid/selection';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { money, percent, signed, signedPercent, priced } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { Select } from '@/ui/Select';
import { useStartBatch } from '@/bulk/queries';
import { reason } from '@/ui/words';
import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';

type Shown = 'all' | 'change' | 'review' | 'keep' | 'skipped' | 'blocked';

const fromTo = (before: string, after: string | null) =>
    after === null || after === before ? before : `${before} → ${after}`;

const figure = (text: string | null) => (text === null ? null : Number(text));

const HEAD: HeadColumn<TryOutRow> = {
    name: t('pricing.listing'),
    minWidth: 170,
    value: (row) => row.title,
    text: (row) => row.title,
    second: (row) => `${row.sku} · ${row.channel}`,
};

const COLUMNS: GridColumn<TryOutRow>[] = [
    {
        id: 'line',
        name: t('pricing.priceLine'),
        head: t('pricing.floorRivalsCeiling'),
        width: 208,
        folded: () => null,
        cell: (row) => (
            <PriceLine
                floor={row.floor}
                ceiling={row.ceiling}
                price={row.old_price}
                proposed={row.new_price}
                marks={row.rivals.map((at) => ({ at, buy_box: false, dropped: null, seller: at }))}
                currency={row.currency}
            />
        ),
    },
    {
        id: 'old',
        name: t('pricing.oldPrice'),
        head: <CurrencyHead words={(symbol) => t('pricing.oldPriceHead', { symbol })} />,
        width: 76,
        isRight: true,
        value: (row) => figure(row.old_price),
        cell: (row) => priced(row.old_price, row.currency),
    },
    {
        id: 'new',
        name: t('pricing.newPrice'),
        head: <CurrencyHead words={(symbol) => t('pricing.newPriceHead', { symbol })} />,
        width: 76,
        isRight: true,
        isKept: true,
        value: (row) => figure(row.new_price),
        cell: (row) => <b>{money(row.new_price)}</b>,
    },
    {
        id: 'change',
        name: t('pricing.change2'),
        head: <CurrencyHead words={(symbol) => t('pricing.changeHead', { symbol })} />,
        width: 80,
        isRight: true,
        value: (row) => figure(row.change),
        cell: (row) => signed(row.change),
    },
    {
        id: 'percent',
        name: t('pricing.inPercent'),
        head: '%',
        width: 72,
        isRight: true,
        value: (row) => (row.change_percent === null ? null : Math.abs(Number(row.change_percent))),
        cell: (row) => signedPercent(row.change_percent),
    },
    {
        id: 'margin',
        name: t('pricing.marginOfPrice'),
        width: 104,
        isRight: true,
        value: (row) => figure(row.margin_after ?? row.margin_before),
        cell: (row) => fromTo(percent(row.margin_before), row.margin_after && percent(row.margin_after)),
    },
    {
        id: 'markup',
        name: t('pricing.markupOnCost'),
        width: 104,
        isRight: true,
        value: (row) => figure(row.markup_after ?? row.markup_before),
        cell: (row) => fromTo(percent(row.markup_before), row.markup_after && percent(row.markup_after)),
    },
    {
        id: 'rank',
        name: t('pricing.rank'),
        width: 92,
        isRight: true,
        value: (row) => (row.field_size === 0 ? null : (row.rank_after ?? row.rank_before)),
        cell: (row) =>
            row.field_size === 0
                ? t('pricing.alone')
                : t('pricing.of', {
                      rankBefore: fromTo(
                          String(row.rank_before),
                          row.rank_after === null ? null : String(row.rank_after),
                      ),
                      fieldSize: row.field_size + 1,
                  }),
    },
    {
        id: 'reason',
        name: t('pricing.reason2'),
        width: 160,
        value: (row) => reason(row.reason),
        cell: (row) => (
            <span className={clsx('text-[12.5px]', row.outcome === 'blocked' ? 'text-broken' : 'text-text-2')}>
                {reason(row.reason)}
            </span>
        ),
    },
];

/** The largest changes first. */
const LARGEST_FIRST = [{ id: 'percent', desc: true }];

/** The try-out listing by listing. Nothing in it has happened. */
export function TryOutTable({
    tryOut,
    onBack,
    onExport,
}: {
    tryOut: TryOut;
    onBack: () => void;
    onExport: () => void;
}) {
    const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
    const [, setParams] = useSearchParams();
    const start = useStartBatch();
    const [stands, setStands] = useState<Stands>();
    const [shown, setShown] = useState<Shown>('all');
    const rows = useMemo(() => tryOut.rows.filter((row) => shown === 'all' || row.outcome === shown), [tryOut, shown]);
    const columns = useKeptColumns('try-out', COLUMNS);
    const movable = rows.filter(isMovable);
    return (
        <section className="flex min-h-0 flex-1 flex-col bg-sheet" aria-label={t('pricing.tryOut')}>
            <div className="flex items-center gap-3 border-b border-line px-[18px] py-2">
                <Button onClick={onBack}>{t('pricing.backToTheSentence')}</Button>
                <span className="text-text-2">
                    {t('pricing.ofListingsNothingIsSent', { length: rows.length, length2: tryOut.rows.length })}
                </span>
                {chosen.size > 0 && (
                    <HandPriceStands
                        hideLabel
                        label={t('pricing.thePricesStand')}
                        value={stands}
                        onChange={setStands}
                    />
                )}
                {chosen.size > 0 && (
                    <Button
                        look="main"
                        disabled={start.isPending}
                        onClick={() =>
                            start.mutate(
                                {
                                    edit: 'prices',
                                    wanted: { prices: prices(tryOut.rows, chosen), ...stands },
                                    listings: [...chosen],
                                },
                                { onSuccess: (batch) => setParams({ view: 'table', batch: batch.id }) },
                            )
                        }
                    >
                        {t('pricing.setThesePricesOnce', { size: chosen.size })}
                    </Button>
                )}
                <Button onClick={onExport}>{t('pricing.export')}</Button>
                <Select
                    hideLabel
                    label={t('pricing.show')}
                    className="ml-auto w-44"
                    value={shown}
                    onChange={setShown}
                    options={[
                        ['all', t('pricing.allOutcomes')],
                        ['change', t('pricing.wouldChange')],
                        ['review', t('pricing.wouldWaitForMe')],
                        ['keep', t('pricing.wouldStay')],
                        ['skipped', t('pricing.skipped')],
                        ['blocked', t('pricing.cannotBePriced')],
                    ]}
                />
            </div>
            {start.error && <ProblemNotice error={start.error} />}
            <Grid
                label={t('pricing.listingsInTheTryOut')}
                rows={rows}
                total={rows.length}
                idOf={(row) => row.listing}
                head={HEAD}
                columns={columns}
                firstSort={LARGEST_FIRST}
                choice={{
                    has: (id) => chosen.has(id),
                    size: chosen.size,
                    label: (row) =>
                        isMovable(row) ? t('pricing.chooseOn', { sku: row.sku, channel: row.channel }) : null,
                    labelAll: t('pricing.chooseAllThatWouldChange'),
                    onChoose: (ids, on) => setChosen(choose({ isAllBut: false, ids: chosen }, ids, on).ids),
                    onChooseAll: (on) => setChosen(new Set(on ? movable.map((row) => row.listing) : [])),
                }}
                empty={<p className="p-6 text-text-2">{t('pricing.noListingComesOutLikeThis')}</p>}
            />
        </section>
    );
}

/** It has a new price. */
const isMovable = (row: TryOutRow) => row.new_price !== null;

const prices = (rows: TryOutRow[], chosen: ReadonlySet<number>) =>
    Object.fromEntries(
        rows
            .filter((row) => chosen.has(row.listing))
            .map((row) => [String(row.listing), row.new_price ?? row.old_price]),
    );
