import { ProblemNotice } from '@/ui/Notice';
import {
    columnOrderingFeature,
    columnResizingFeature,
    columnSizingFeature,
    createSortedRowModel,
    functionalUpdate,
    rowSortingFeature,
    tableFeatures,
    useTable,
    type ColumnDef,
    type RowData,
    type SortFn,
    type SortingState,
} from '@tanstack/react-table';
import { defaultRangeExtractor, useVirtualizer, type Range } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { fold, NARROWEST_PX, TICK_PX, WIDEST_PX, type HeadColumn } from './columns';
import { GridHead, type Head } from './GridHead';
import { GridRow } from './GridRow';
import { useStable } from '@/ui/useStable';
import { useGridKeys } from './useGridKeys';
import type { KeptColumns } from './useKeptColumns';
import { useWidth } from '@/ui/useWidth';

const ROW_PX = 43;
const FOLDED_ROW_PX = 60;
const FIRST = 'first';

const features = tableFeatures({
    columnOrderingFeature,
    columnSizingFeature,
    columnResizingFeature,
    rowSortingFeature,
    sortedRowModel: createSortedRowModel(),
});

interface Choice<Row> {
    has: (id: number) => boolean;
    /** How many are chosen, of all that match. */
    size: number;
    /** What the tick of a row is called; null where it cannot be chosen. */
    label: (row: Row) => string | null;
    labelAll: string;
    onChoose: (ids: number[], on: boolean) => void;
    onChooseAll: (on: boolean) => void;
}

export interface GridProps<Row extends RowData> {
    label: string;
    rows: Row[];
    idOf: (row: Row) => number;
    /** How many there are in all, loaded or not. */
    total: number;
    head: HeadColumn<Row>;
    columns: KeptColumns<Row>;
    /** As the server sorts: the name of a column's sort, with "-" before it for downwards. Without it rows are sorted here. */
    sort?: string;
    onSort?: (sort: string) => void;
    /** How rows sorted here stand at first. */
    firstSort?: SortingState;
    /** The row that is looked at beside the table. */
    open?: number | null;
    onOpen?: (id: number) => void;
    choice?: Choice<Row>;
    /** Which rows are in sight. */
    onView?: (first: number, last: number) => void;
    isLoading?: boolean;
    /** What is shown is not yet what was asked for. */
    isBusy?: boolean;
    error?: unknown;
    onRetry?: () => void;
    empty: ReactNode;
    /** Rows differ in height. */
    isUneven?: boolean;
    /** As tall as its rows, at most this, instead of all the room there is; in px. */
    maxHeight?: number;
}

/** Rows of anything: only those in sight are in the page, and the keyboard goes from cell to cell. */
export function Grid<Row extends RowData>(props: GridProps<Row>) {
    const { rows, total, isLoading, error, empty } = props;
    if (error && rows.length === 0) return <ProblemNotice error={error} onRetry={props.onRetry} />;
    if (rows.length === 0 && total === 0 && !isLoading) return empty;
    return <Filled {...props} />;
}

const byValue = <Row extends RowData>(...[a, b, id]: Parameters<SortFn<typeof features, Row>>) => {
    const [first, second] = [a.getValue<number | string>(id), b.getValue<number | string>(id)];
    return typeof first === 'string' ? first.localeCompare(String(second)) : first - Number(second);
};

function Filled<Row extends RowData>(props: GridProps<Row>) {
    const { rows, idOf, head, columns, sort, onSort, open = null, onOpen, choice, onView } = props;
    const box = useRef<HTMLDivElement>(null);
    const grid = useRef<HTMLDivElement>(null);
    const width = useWidth(box);
    const ticks = choice ? TICK_PX : 0;
    const { shown, folded } = useMemo(
        () => fold(columns.columns, width, width - ticks - head.minWidth),
        [columns.columns, width, ticks, head.minWidth],
    );
    const [ownSorting, setOwnSorting] = useState<SortingState>(props.firstSort ?? []);
    const sorting = useMemo<SortingState>(() => {
        if (sort === undefined) return ownSorting;
        const name = sort.replace(/^-/, '');
        const sorted = columns.all.find((column) => column.sort === name);
        return [{ id: sorted?.id ?? (head.sort === name ? FIRST : ''), desc: sort.startsWith('-') }];
    }, [sort, ownSorting, columns.all, head.sort]);
    const defs = useMemo(() => {
        const one = (id: string, size: number, { sort, value }: Pick<HeadColumn<Row>, 'sort' | 'value'>) => ({
            id,
            size,
            minSize: NARROWEST_PX,
            maxSize: WIDEST_PX,
            // Those without a figure stand last whichever way it is sorted.
            accessorFn: (row: Row) => value?.(row) ?? undefined,
            sortUndefined: 'last' as const,
            sortFn: byValue<Row>,
            sortDescFirst: false,
            enableSorting: onSort ? sort !== undefined : value !== undefined,
        });
        return [
            one(FIRST, head.minWidth, head),
            ...shown.map((column) => one(column.id, column.width, column)),
        ] as ColumnDef<typeof features, Row>[];
    }, [head, shown, onSort]);
    const columnSizing = useMemo(() => Object.fromEntries(shown.map((column) => [column.id, column.width])), [shown]);
    const table = useTable({
        features,
        columns: defs,
        data: rows,
        getRowId: (row: Row) => String(idOf(row)),
        state: { sorting, columnSizing },
        manualSorting: onSort !== undefined,
        enableSortingRemoval: false,
        columnResizeMode: 'onChange',
        onColumnSizingChange: (change) => {
            for (const [id, size] of Object.entries(functionalUpdate(change, columnSizing)))
                if (columnSizing[id] !== size) columns.resize(id, size);
        },
        onSortingChange: (change) => {
            const [next] = functionalUpdate(change, sorting);
            if (!next) return;
            if (!onSort) return setOwnSorting([next]);
            const name = next.id === FIRST ? head.sort : columns.all.find((column) => column.id === next.id)?.sort;
            onSort(`${next.desc ? '-' : ''}${name}`);
        },
    });
    const sorted = table.getRowModel().rows;

    const [active, setActive] = useState(0);
    const height = props.isUneven ? undefined : folded.length > 0 ? FOLDED_ROW_PX : ROW_PX;
    const virtual = useVirtualizer({
        count: sorted.length,
        getScrollElement: () => box.current,
        estimateSize: () => height ?? ROW_PX,
        getItemKey: (index) => sorted[index]!.id,
        overscan: 4,
        // Where the keyboard is stays in the page, however far one scrolls.
        rangeExtractor: useCallback(
            (range: Range) => {
                const seen = defaultRangeExtractor(range);
                return active >= range.count || seen.includes(active) ? seen : [active, ...seen].sort((a, b) => a - b);
            },
            [active],
        ),
    });
    useEffect(() => virtual.measure(), [virtual, height]);
    const { range } = virtual;
    const seen = useStable((first: number, last: number) => onView?.(first, last));
    useEffect(() => {
        if (range) seen(range.startIndex, range.endIndex);
    }, [range, sorted.length, seen]);
    useEffect(() => {
        const at = open === null ? -1 : sorted.findIndex((row) => row.id === String(open));
        if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
        // Only when another row is opened: the table must not jump when rows change under it.
        // eslint-disable-next-line react-hooks/exhaustive-deps
    }, [open]);

    const opens = useStable((id: number) => onOpen?.(id));
    const lastChosen = useRef<number | null>(null);
    const chooses = useStable((id: number, on: boolean, isRange: boolean) => {
        const ids = sorted.filter((row) => choice?.label(row.original) !== null).map((row) => Number(row.id));
        const [from, to] = [ids.indexOf(lastChosen.current ?? id), ids.indexOf(id)];
        lastChosen.current = id;
        choice?.onChoose(isRange && from >= 0 ? ids.slice(Math.min(from, to), Math.max(from, to) + 1) : [id], on);
    });
    const keys = useGridKeys({
        grid,
        rows: sorted.length,
        page: () => Math.max(1, Math.floor((box.current?.clientHeight ?? 0) / (height ?? ROW_PX)) - 2),
        onReach: (row) => {
            setActive(row - 1);
            virtual.scrollToIndex(row - 1, { align: 'auto' });
        },
        onChoose:
            choice &&
            ((at) => {
                const { id, original } = sorted[at - 1]!;
                if (choice.label(original) !== null) chooses(Number(id), !choice.has(Number(id)), false);
            }),
        onChooseAll: choice && (() => choice.onChooseAll(true)),
        onWiden: (cell, by) => {
            const column = shown[cell - (choice ? 2 : 1)];
            if (column) columns.resize(column.id, column.width + by);
        },
    });

    const heads = table.getHeaderGroups()[0]!.headers.map((header, at): Head => {
        const column = shown[at - 1];
        const isSorted = header.column.getIsSorted();
        return {
            id: header.id,
            name: column ? (column.head ?? column.name) : head.name,
            isRight: column?.isRight ?? false,
            sorted: !header.column.getCanSort()
                ? null
                : isSorted === false
                  ? 'none'
                  : isSorted === 'asc'
                    ? 'ascending'
                    : 'descending',
            onSort: () => header.column.toggleSorting(isSorted === 'asc'),
            onGrip: column ? header.getResizeHandler() : null,
            className: column ? undefined : clsx('sticky z-[1] bg-inherit', choice ? 'left-[34px]' : 'left-0'),
        };
    });
    const template = [
        choice && `${TICK_PX}px`,
        `minmax(${head.minWidth}px,1fr)`,
        ...shown.map((one) => `${one.width}px`),
    ];
    return (
        <div
            ref={box}
            className={clsx('overflow-auto bg-sheet', props.maxHeight === undefined && 'min-h-0 flex-1')}
            style={{ maxHeight: props.maxHeight }}
            data-testid="grid-scroll"
        >
            <div
                ref={grid}
                role="grid"
                aria-label={props.label}
                aria-rowcount={props.total + 1}
                aria-colcount={template.filter(Boolean).length}
                aria-multiselectable={choice ? true : undefined}
                aria-busy={(props.isLoading ?? false) || (props.isBusy ?? false)}
                className={folded.length > 0 ? '' : 'min-w-max'}
                style={{ '--columns': template.filter(Boolean).join(' ') } as React.CSSProperties}
                tabIndex={-1}
                {...keys}
            >
                <GridHead
                    heads={heads}
                    ticks={
                        choice && {
                            checked: choice.size === 0 ? false : choice.size >= props.total ? true : 'indeterminate',
                            onChange: choice.onChooseAll,
                            label: choice.labelAll,
                        }
                    }
                />
                {props.isLoading && rows.length === 0 && <Outlines />}
                <div className="relative" style={{ height: virtual.getTotalSize() }} role="rowgroup">
                    {virtual.getVirtualItems().map((item) => {
                        const row = sorted[item.index]!.original;
                        const id = idOf(row);
                        return (
                            <GridRow
                                key={id}
                                row={row}
                                id={id}
                                index={item.index}
                                top={item.start}
                                height={height}
                                head={head}
                                columns={shown}
                                folded={folded}
                                isOpen={id === open}
                                onOpen={onOpen && opens}
                                choice={choice?.label(row)}
                                isChosen={choice?.has(id) ?? false}
                                onChoose={chooses}
                                measure={props.isUneven ? virtual.measureElement : undefined}
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
