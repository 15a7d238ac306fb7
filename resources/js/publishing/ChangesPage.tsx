import { key } from '@/api/keys';
import { api, take, type Change } from '@/api/client';
import { TopBar } from '@/ui/TopBar';
import { ago, clock, money, signed, signedPercent } from '@/ui/figures';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { CAUSES, changeState, reason } from '@/ui/words';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { useEffect, useMemo, useRef } from 'react';
import { useSearchParams } from 'react-router';
import { ChangePanel } from './ChangePanel';
import { Runs } from './Runs';

const GRID = '96px minmax(170px,1.3fr) 78px 78px 74px 62px minmax(150px,1fr) minmax(140px,1fr)';
const HEADS = ['When', 'Listing', 'Before €', 'After €', 'Change €', '%', 'Why', 'State'];
const ROW_PX = 43;

type Group = 'on_the_way' | 'confirmed' | 'failed' | 'superseded';

/** The ledger: every price that was to change, and what became of it. */
export default function ChangesPage() {
    const [params, setParams] = useSearchParams();
    const state = (params.get('state') ?? '') as Group | '';
    const q = params.get('q') ?? '';
    const run = params.get('run') ? Number(params.get('run')) : undefined;
    const by = (params.get('by') ?? '') as 'rule' | 'person' | '';
    const isRuns = params.get('view') === 'runs';
    const selected = params.get('change') ? Number(params.get('change')) : null;
    const set = (name: string, value: string) =>
        setParams(
            (before) => {
                const next = new URLSearchParams(before);
                if (value) next.set(name, value);
                else next.delete(name);
                return next;
            },
            { replace: true },
        );
    const changes = useInfiniteQuery({
        queryKey: key('changes', state, q, run, by),
        queryFn: ({ pageParam }) =>
            take(
                api.GET('/api/v1/changes', {
                    params: {
                        query: {
                            state: state || undefined,
                            q: q || undefined,
                            run,
                            by: by || undefined,
                            before: pageParam ?? undefined,
                        },
                    },
                }),
            ),
        initialPageParam: null as number | null,
        getNextPageParam: (page) => page.next,
    });
    const rows = useMemo(() => changes.data?.pages.flatMap((page) => page.changes) ?? [], [changes.data]);
    return (
        <>
            <TopBar
                title="Changes"
                note={isRuns ? 'Every pass of rules over listings' : 'Every price that was to change, newest first'}
            >
                <Button onClick={() => setParams(isRuns ? {} : { view: 'runs' })}>
                    {isRuns ? 'Every change' : 'Runs'}
                </Button>
            </TopBar>
            {isRuns && <Runs onShow={(id) => setParams({ run: String(id) })} />}
            <div className={isRuns ? 'hidden' : 'flex min-h-0 flex-1'}>
                <main className="flex min-w-0 flex-1 flex-col">
                    <div className="flex min-h-[50px] shrink-0 items-center gap-2 border-b border-line px-[18px]">
                        <input
                            type="search"
                            value={q}
                            onChange={(event) => set('q', event.target.value)}
                            placeholder="SKU, GTIN or words"
                            aria-label="Find changes by SKU, GTIN or words"
                            className="h-8 w-[220px] rounded-md border border-line-2 bg-sheet px-2.5 placeholder:text-text-3"
                        />
                        <Select
                            hideLabel
                            label="State"
                            className="w-44"
                            value={state}
                            onChange={(value) => set('state', value)}
                            options={[
                                ['', 'any state'],
                                ['on_the_way', 'on the way'],
                                ['confirmed', 'confirmed'],
                                ['failed', 'failed'],
                                ['superseded', 'replaced or taken back'],
                            ]}
                        />
                        <Select
                            hideLabel
                            label="By whom"
                            className="w-36"
                            value={by}
                            onChange={(value) => set('by', value)}
                            options={[
                                ['', 'by rules and people'],
                                ['rule', 'by rules alone'],
                                ['person', 'by people'],
                            ]}
                        />
                        {run !== undefined && (
                            <Button look="quiet" onClick={() => set('run', '')}>
                                of run {run} ×
                            </Button>
                        )}
                        <a
                            href={`/api/v1/changes/export?${new URLSearchParams({ ...(state && { state }), ...(q && { q }), ...(run && { run: String(run) }), ...(by && { by }) })}`}
                            download
                            className="ml-auto inline-flex h-8 items-center rounded-md border border-line-2 bg-sheet px-2.5 hover:border-text-3"
                        >
                            Export
                        </a>
                    </div>
                    {changes.error ? (
                        <ProblemNotice error={changes.error} onRetry={() => void changes.refetch()} />
                    ) : changes.data && rows.length === 0 ? (
                        <div className="grid flex-1 place-content-center bg-sheet p-10 text-center">
                            <h2 className="text-[17px]">
                                {state || q ? 'No change matches' : 'No price has changed yet'}
                            </h2>
                            <p className="mt-1 max-w-[48ch] text-text-2">
                                {state || q
                                    ? 'Look for fewer words, or for another state.'
                                    : 'As soon as a rule that is on moves a price, it is written down here with the reason and what became of it.'}
                            </p>
                        </div>
                    ) : (
                        <Ledger
                            rows={rows}
                            selected={selected}
                            onSelect={(id) => set('change', String(id))}
                            onEnd={() =>
                                changes.hasNextPage && !changes.isFetchingNextPage && void changes.fetchNextPage()
                            }
                        />
                    )}
                </main>
                {selected !== null && <ChangePanel key={selected} id={selected} onClose={() => set('change', '')} />}
            </div>
        </>
    );
}

function Ledger({
    rows,
    selected,
    onSelect,
    onEnd,
}: {
    rows: Change[];
    selected: number | null;
    onSelect: (id: number) => void;
    onEnd: () => void;
}) {
    const box = useRef<HTMLDivElement>(null);
    const virtual = useVirtualizer({
        count: rows.length,
        getScrollElement: () => box.current,
        estimateSize: () => ROW_PX,
        overscan: 10,
    });
    const items = virtual.getVirtualItems();
    const last = items.at(-1)?.index ?? 0;
    useEffect(() => {
        if (last >= rows.length - 20) onEnd();
    }, [last, rows.length, onEnd]);
    return (
        <div ref={box} className="min-h-0 flex-1 overflow-auto bg-sheet">
            <div role="grid" aria-label="Ledger" className="min-w-max">
                <div role="rowgroup" className="sticky top-0 z-10 bg-sheet">
                    <div
                        role="row"
                        className="grid border-b border-line-2 px-[18px] py-2 text-[12.5px] text-text-2"
                        style={{ gridTemplateColumns: GRID }}
                    >
                        {HEADS.map((head, index) => (
                            <div
                                key={head}
                                role="columnheader"
                                className={clsx('px-1.5', index > 1 && index < 6 && 'text-right')}
                            >
                                {head}
                            </div>
                        ))}
                    </div>
                </div>
                <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
                    {items.map((item) => (
                        <Line
                            key={rows[item.index]!.id}
                            change={rows[item.index]!}
                            top={item.start}
                            selected={rows[item.index]!.id === selected}
                            onSelect={onSelect}
                        />
                    ))}
                </div>
            </div>
        </div>
    );
}

function Line({
    change,
    top,
    selected,
    onSelect,
}: {
    change: Change;
    top: number;
    selected: boolean;
    onSelect: (id: number) => void;
}) {
    const broken = change.problem !== null;
    return (
        // For the mouse; with keys the button in it does the same.
        // eslint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/interactive-supports-focus
        <div
            role="row"
            aria-selected={selected}
            onClick={() => onSelect(change.id)}
            className={clsx(
                'absolute inset-x-0 grid cursor-pointer items-center border-b border-line px-[18px] leading-tight',
                selected ? 'bg-yours-soft' : 'hover:bg-paper/60',
            )}
            style={{ gridTemplateColumns: GRID, height: ROW_PX, transform: `translateY(${top}px)` }}
        >
            <div role="gridcell" className="px-1.5 text-text-2" title={clock(change.queued_at)}>
                {ago(change.queued_at)}
            </div>
            <div role="gridcell" className="min-w-0 px-1.5">
                <button
                    type="button"
                    className="block max-w-full truncate text-left"
                    onClick={() => onSelect(change.id)}
                >
                    {change.title}
                </button>
                <span className="text-[12px] text-text-3">
                    {change.sku} · {change.channel}
                </span>
            </div>
            <div role="gridcell" className="px-1.5 text-right">
                {money(change.from)}
            </div>
            <div role="gridcell" className="px-1.5 text-right font-bold">
                {money(change.to)}
            </div>
            <div role="gridcell" className="px-1.5 text-right">
                {signed(change.change)}
            </div>
            <div role="gridcell" className="px-1.5 text-right">
                {signedPercent(change.change_percent)}
            </div>
            <div role="gridcell" className="min-w-0 px-1.5">
                <span className="block truncate">{reason(change.reason)}</span>
                <span className="block truncate text-[12px] text-text-3" title={change.rule ?? ''}>
                    {[CAUSES[change.cause ?? ''] ?? change.cause, change.rule].filter(Boolean).join(' · ')}
                </span>
            </div>
            <div role="gridcell" className="min-w-0 px-1.5">
                <span className={clsx('block truncate', broken && 'text-broken')}>
                    {changeState(change.state, change.waits_for)}
                </span>
                {change.problem && (
                    <span className="block truncate text-[12px] text-text-2" title={change.problem ?? ''}>
                        {change.problem}
                    </span>
                )}
            </div>
        </div>
    );
}
