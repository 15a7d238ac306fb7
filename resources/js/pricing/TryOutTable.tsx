import type { TryOut, TryOutRow } from '@/api/client';
import { Button } from '@/ui/Button';
import { money, percent, signed, signedPercent } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { Select } from '@/ui/Select';
import { Tick } from '@/ui/Tick';
import { useStartBatch } from '@/catalogue/batches/queries';
import { reason } from '@/ui/words';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';

type Shown = 'all' | 'change' | 'review' | 'keep' | 'skipped' | 'blocked';

const GRID = '26px minmax(180px,1fr) 88px 90px 80px 72px 112px 112px 96px 170px';
const HEADS = [
    'Listing',
    'Old price €',
    'New price €',
    'Change €',
    '%',
    'Margin of price',
    'Markup on cost',
    'Rank',
    'Reason',
];

const fromTo = (before: string, after: string | null) =>
    after === null || after === before ? before : `${before} → ${after}`;

const sizeOf = (row: TryOutRow) => Math.abs(Number(row.change_percent ?? 0));

/** The largest changes first; those that stay in the order they came. */
const bySize = (a: TryOutRow, b: TryOutRow) => sizeOf(b) - sizeOf(a);

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
    const rows = useMemo(
        () => tryOut.rows.filter((row) => shown === 'all' || row.outcome === shown).sort(bySize),
        [tryOut, shown],
    );
    const box = useRef<HTMLDivElement>(null);
    const virtual = useVirtualizer({
        count: rows.length,
        getScrollElement: () => box.current,
        estimateSize: () => 43,
        overscan: 10,
    });
    return (
        <section className="flex min-h-0 flex-1 flex-col bg-sheet" aria-label="Try-out">
            <div className="flex items-center gap-3 border-b border-line px-[18px] py-2">
                <Button onClick={onBack}>Back to the sentence</Button>
                <span className="text-text-2">
                    {rows.length} of {tryOut.rows.length} listings, nothing is sent
                </span>
                {chosen.size > 0 && (
                    <HandPriceStands hideLabel label="The prices stand" value={stands} onChange={setStands} />
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
                        Set these {chosen.size} prices once…
                    </Button>
                )}
                <Button onClick={onExport}>Export</Button>
                <Select
                    hideLabel
                    label="Show"
                    className="ml-auto w-44"
                    value={shown}
                    onChange={setShown}
                    options={[
                        ['all', 'all outcomes'],
                        ['change', 'would change'],
                        ['review', 'would wait for me'],
                        ['keep', 'would stay'],
                        ['skipped', 'skipped'],
                        ['blocked', 'cannot be priced'],
                    ]}
                />
            </div>
            {start.error && <ProblemNotice error={start.error} />}
            <div
                ref={box}
                className="min-h-0 flex-1 overflow-auto"
                tabIndex={0}
                role="region"
                aria-label="Listings in the try-out"
            >
                <div role="table" className="min-w-max">
                    <div role="rowgroup" className="sticky top-0 z-10 bg-sheet">
                        <div
                            role="row"
                            className="grid border-b border-line-2 px-[18px] py-2 text-[12.5px] text-text-2"
                            style={{ gridTemplateColumns: GRID }}
                        >
                            <div role="columnheader">
                                <Tick
                                    label="Choose all that would change"
                                    checked={
                                        movable(rows).length > 0 &&
                                        movable(rows).every((row) => chosen.has(row.listing))
                                    }
                                    onChange={(on) =>
                                        setChosen(new Set(on ? movable(rows).map((row) => row.listing) : []))
                                    }
                                />
                            </div>
                            {HEADS.map((head, index) => (
                                <div
                                    key={head}
                                    role="columnheader"
                                    className={index > 0 && index < 8 ? 'px-1.5 text-right' : 'px-1.5'}
                                >
                                    {head}
                                </div>
                            ))}
                        </div>
                    </div>
                    <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
                        {virtual.getVirtualItems().map((item) => (
                            <Line
                                key={rows[item.index]!.listing}
                                row={rows[item.index]!}
                                top={item.start}
                                chosen={chosen.has(rows[item.index]!.listing)}
                                onChoose={(on) =>
                                    setChosen((before) => {
                                        const next = new Set(before);
                                        if (on) next.add(rows[item.index]!.listing);
                                        else next.delete(rows[item.index]!.listing);
                                        return next;
                                    })
                                }
                            />
                        ))}
                    </div>
                </div>
            </div>
        </section>
    );
}

/** Those that have a new price. */
const movable = (rows: TryOutRow[]) => rows.filter((row) => row.new_price !== null);

const prices = (rows: TryOutRow[], chosen: ReadonlySet<number>) =>
    Object.fromEntries(
        rows
            .filter((row) => chosen.has(row.listing))
            .map((row) => [String(row.listing), row.new_price ?? row.old_price]),
    );

interface LineProps {
    row: TryOutRow;
    top: number;
    chosen: boolean;
    onChoose: (on: boolean) => void;
}

function Line({ row, top, chosen, onChoose }: LineProps) {
    const figures = [
        money(row.old_price),
        row.new_price ? money(row.new_price) : '–',
        row.change ? signed(row.change) : '–',
        row.change_percent ? signedPercent(row.change_percent) : '–',
        fromTo(percent(row.margin_before), row.margin_after && percent(row.margin_after)),
        fromTo(percent(row.markup_before), row.markup_after && percent(row.markup_after)),
        row.field_size === 0
            ? 'alone'
            : `${fromTo(String(row.rank_before), row.rank_after === null ? null : String(row.rank_after))} of ${row.field_size + 1}`,
    ];
    return (
        <div
            role="row"
            className="absolute inset-x-0 grid h-[43px] items-center border-b border-line px-[18px]"
            style={{ gridTemplateColumns: GRID, transform: `translateY(${top}px)` }}
        >
            <div role="cell">
                {row.new_price !== null && (
                    <Tick label={`Choose ${row.sku} on ${row.channel}`} checked={chosen} onChange={onChoose} />
                )}
            </div>
            <div role="cell" className="min-w-0 px-1.5">
                <span className="block truncate" title={row.title}>
                    {row.title}
                </span>
                <span className="text-[12px] text-text-3">
                    {row.sku} · {row.channel}
                </span>
            </div>
            {figures.map((figure, index) => (
                <div
                    key={index}
                    role="cell"
                    className={`px-1.5 text-right whitespace-nowrap ${index === 1 ? 'font-bold' : ''}`}
                >
                    {figure}
                </div>
            ))}
            <div
                role="cell"
                className={`px-1.5 text-[12.5px] leading-tight ${row.outcome === 'blocked' ? 'text-broken' : 'text-text-2'}`}
            >
                {reason(row.reason)}
            </div>
        </div>
    );
}
