import type { Listing } from '@/api/client';
import { Tick } from '@/ui/Tick';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { memo, useEffect, useRef } from 'react';
import type { Column } from './columns';
import { has, size, type Selection } from './selection';
import type { Sort } from './useListingView';

const ROW_PX = 43;
const NEAR_END = 30;

interface Props {
    rows: Listing[];
    total: number;
    columns: Column[];
    sort: string;
    onSort: (sort: string) => void;
    selected: number | null;
    onSelect: (id: number) => void;
    chosen: Selection;
    /** The row, whether it is chosen, and whether all rows from the last one on are meant. */
    onChoose: (id: number, on: boolean, range?: boolean) => void;
    onResize: (column: string, width: number) => void;
    onChooseAll: (on: boolean) => void;
    onNearEnd: () => void;
    isLoading: boolean;
}

/** The work table: only the rows in sight are in the page. */
export function ListingTable(props: Props) {
    const { rows, columns, selected, chosen, onNearEnd } = props;
    const box = useRef<HTMLDivElement>(null);
    const virtual = useVirtualizer({
        count: rows.length,
        getScrollElement: () => box.current,
        estimateSize: () => ROW_PX,
        overscan: 8,
    });
    const items = virtual.getVirtualItems();
    const lastSeen = items.at(-1)?.index ?? 0;
    useEffect(() => {
        if (lastSeen >= rows.length - NEAR_END) onNearEnd();
    }, [lastSeen, rows.length, onNearEnd]);
    const at = rows.findIndex((row) => row.id === selected);
    useEffect(() => {
        if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
        // Only when another row is selected: the list must not jump when rows change under it.
        // eslint-disable-next-line react-hooks/exhaustive-deps
    }, [selected]);
    const grid = `34px minmax(150px,1fr) ${columns.map((column) => `${column.width}px`).join(' ')}`;

    return (
        <div ref={box} className="min-h-0 flex-1 overflow-auto bg-sheet" data-testid="listing-scroll">
            <div role="grid" aria-label="Listings" aria-rowcount={props.total + 1} className="min-w-max">
                <Head {...props} grid={grid} />
                {props.isLoading && <Outlines />}
                <div className="relative" style={{ height: virtual.getTotalSize() }} role="rowgroup">
                    {items.map((item) => {
                        const listing = rows[item.index]!;
                        return (
                            <Row
                                key={listing.id}
                                listing={listing}
                                index={item.index}
                                top={item.start}
                                columns={columns}
                                grid={grid}
                                selected={listing.id === selected}
                                chosen={has(chosen, listing.id)}
                                onSelect={props.onSelect}
                                onChoose={props.onChoose}
                            />
                        );
                    })}
                </div>
            </div>
        </div>
    );
}

/** Where rows are about to stand. */
const Outlines = () => (
    <div aria-hidden="true" className="appear-late">
        {Array.from({ length: 14 }, (_, index) => (
            <div key={index} style={{ height: ROW_PX }} className="flex items-center border-b border-line px-4">
                <div className="h-4 rounded bg-line/60" style={{ width: `${30 + ((index * 17) % 25)}%` }} />
            </div>
        ))}
    </div>
);

function Head({ columns, sort, onSort, onResize, grid, chosen, onChooseAll, total }: Props & { grid: string }) {
    const many = size(chosen, total);
    const all = many > 0 && many >= total;
    const some = many > 0;
    return (
        <div role="rowgroup" className="sticky top-0 z-10 border-b border-line-2 bg-sheet">
            <div
                role="row"
                aria-rowindex={1}
                className="grid min-h-[46px] items-center text-[12.5px] text-text-2"
                style={{ gridTemplateColumns: grid }}
            >
                <div role="columnheader" className="pl-4">
                    <Tick
                        checked={all ? true : some ? 'indeterminate' : false}
                        onChange={onChooseAll}
                        label="Choose all that match"
                    />
                </div>
                <HeadCell name="Listing" sort="title" current={sort} onSort={onSort} />
                {columns.map((column) => (
                    <HeadCell
                        key={column.id}
                        name={column.head}
                        sort={column.sort}
                        right={column.right}
                        current={sort}
                        onSort={onSort}
                        grip={<Grip width={column.width} onResize={(width) => onResize(column.id, width)} />}
                    />
                ))}
            </div>
        </div>
    );
}

function HeadCell({
    name,
    sort,
    right,
    current,
    onSort,
    grip,
}: {
    grip?: React.ReactNode;
    name: React.ReactNode;
    sort?: Sort;
    right?: boolean;
    current: string;
    onSort: (sort: string) => void;
}) {
    const place = clsx('relative px-2 leading-tight font-medium', right && 'text-right');
    if (!sort) {
        return (
            <div role="columnheader" className={place}>
                {name}
                {grip}
            </div>
        );
    }
    const isUp = current === sort;
    const isDown = current === `-${sort}`;
    return (
        <div role="columnheader" aria-sort={isUp ? 'ascending' : isDown ? 'descending' : 'none'} className={place}>
            <button
                type="button"
                onClick={() => onSort(isUp ? `-${sort}` : sort)}
                className={clsx(
                    'relative inline-block hover:text-text',
                    right ? 'text-right' : 'text-left',
                    (isUp || isDown) && 'text-text',
                )}
            >
                {name}
                {(isUp || isDown) && (
                    <span
                        aria-hidden="true"
                        className={clsx('absolute top-1/2 -translate-y-1/2', right ? '-left-3.5' : '-right-3.5')}
                    >
                        {isUp ? <ArrowUp size={12} /> : <ArrowDown size={12} />}
                    </span>
                )}
            </button>
            {grip}
        </div>
    );
}

/** The edge of a column, drawn with the mouse. With keys the width is set under “Columns”. */
function Grip({ width, onResize }: { width: number; onResize: (width: number) => void }) {
    const start = useRef<{ x: number; width: number } | null>(null);
    return (
        <span
            aria-hidden="true"
            onPointerDown={(event) => {
                event.preventDefault();
                event.currentTarget.setPointerCapture(event.pointerId);
                start.current = { x: event.clientX, width };
            }}
            onPointerMove={(event) => {
                if (start.current) onResize(start.current.width + event.clientX - start.current.x);
            }}
            onPointerUp={() => (start.current = null)}
            className="absolute -inset-y-1 -right-1 w-2 cursor-col-resize touch-none rounded hover:bg-line-2"
        />
    );
}

interface RowProps {
    listing: Listing;
    index: number;
    top: number;
    columns: Column[];
    grid: string;
    selected: boolean;
    chosen: boolean;
    onSelect: (id: number) => void;
    onChoose: (id: number, on: boolean, range?: boolean) => void;
}

const Row = memo(function Row({ listing, index, top, columns, grid, selected, chosen, onSelect, onChoose }: RowProps) {
    return (
        // For the mouse; with keys the button in it does the same.
        // eslint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/interactive-supports-focus
        <div
            role="row"
            aria-rowindex={index + 2}
            aria-selected={selected}
            data-sku={listing.sku}
            onClick={() => onSelect(listing.id)}
            className={clsx(
                'absolute inset-x-0 grid cursor-pointer items-center border-b border-line focus-within:z-[5] has-[[role=alert]]:z-[6]',
                selected ? 'bg-yours-soft' : 'hover:bg-paper/60',
            )}
            style={{ gridTemplateColumns: grid, height: ROW_PX, transform: `translateY(${top}px)` }}
        >
            <div
                role="gridcell"
                className={clsx(
                    'flex h-full items-center border-l-[5px] pl-[11px]',
                    selected ? 'border-yours' : 'border-transparent',
                )}
            >
                <Tick
                    checked={chosen}
                    onChange={(on, range) => onChoose(listing.id, on, range)}
                    label={`Choose ${listing.sku}`}
                />
            </div>
            <div role="gridcell" className="min-w-0 px-2">
                <button
                    type="button"
                    onClick={(event) => {
                        event.stopPropagation();
                        onSelect(listing.id);
                    }}
                    className="block max-w-full truncate text-left"
                    title={listing.title}
                >
                    {listing.title}
                </button>
                <span className="block truncate text-[12px] text-text-3">
                    {listing.sku} · {listing.channel}
                    {listing.is_draft && ' · draft'}
                </span>
            </div>
            {columns.map((column) => (
                <div
                    key={column.id}
                    role="gridcell"
                    className={clsx('min-w-0 px-2 leading-tight', column.right && 'text-right')}
                >
                    {column.cell(listing)}
                </div>
            ))}
        </div>
    );
});
