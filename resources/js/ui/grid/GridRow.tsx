import { Tick } from '@/ui/Tick';
import { clsx } from 'clsx';
import { memo } from 'react';
import type { GridColumn, HeadColumn } from './columns';

interface Props<Row> {
    row: Row;
    id: number;
    index: number;
    /** In px from the first row. */
    top: number;
    height: number | undefined;
    head: HeadColumn<Row>;
    columns: GridColumn<Row>[];
    folded: GridColumn<Row>[];
    isOpen: boolean;
    onOpen?: (id: number) => void;
    /** What the tick is called; null has none. */
    choice?: string | null;
    isChosen: boolean;
    onChoose?: (id: number, on: boolean, range: boolean) => void;
    measure?: (element: HTMLElement | null) => void;
}

function GridRowOf<Row>(props: Props<Row>) {
    const { row, id, index, top, height, head, columns, folded, isOpen, onOpen, choice, isChosen, onChoose, measure } =
        props;
    return (
        // For the mouse; with keys what stands in the first cell does the same.
        // eslint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/interactive-supports-focus
        <div
            ref={measure}
            role="row"
            data-index={index}
            aria-rowindex={index + 2}
            aria-selected={isOpen || isChosen}
            onClick={onOpen && (() => onOpen(id))}
            className={clsx(
                'absolute inset-x-0 top-0 grid grid-cols-(--columns) items-center border-b border-line focus-within:z-[5] has-[[role=alert]]:z-[6]',
                onOpen && 'cursor-pointer',
                isOpen ? 'bg-yours-soft' : onOpen ? 'bg-sheet hover:bg-paper' : 'bg-sheet',
                height === undefined && 'min-h-[43px] py-1.5',
            )}
            style={{ height, transform: `translateY(${top}px)` }}
        >
            {choice !== undefined && (
                <div
                    role="gridcell"
                    aria-colindex={1}
                    className={clsx(
                        'sticky left-0 z-[1] flex h-full items-center border-l-[5px] bg-inherit pl-[11px]',
                        isOpen ? 'border-yours' : 'border-transparent forced-colors:border-[Canvas]',
                    )}
                >
                    {choice !== null && (
                        <Tick checked={isChosen} onChange={(on, range) => onChoose?.(id, on, range)} label={choice} />
                    )}
                </div>
            )}
            <div
                role="gridcell"
                aria-colindex={choice === undefined ? 1 : 2}
                className={clsx(
                    'sticky z-[1] grid h-full min-w-0 content-center bg-inherit px-2',
                    choice === undefined ? 'left-0 border-l-[5px]' : 'left-[34px]',
                    choice === undefined &&
                        (isOpen ? 'border-yours' : 'border-transparent forced-colors:border-[Canvas]'),
                )}
            >
                {head.cell ? head.cell(row) : <Name text={head.text(row)} onOpen={onOpen && (() => onOpen(id))} />}
                <span className="block truncate text-[12px] text-text-3">{head.second(row)}</span>
                {folded.length > 0 && <Folded row={row} columns={folded} />}
            </div>
            {columns.map((column, at) => (
                <div
                    key={column.id}
                    role="gridcell"
                    aria-colindex={at + (choice === undefined ? 2 : 3)}
                    className={clsx('min-w-0 px-2 leading-tight', column.isRight && 'text-right')}
                >
                    {column.cell(row)}
                </div>
            ))}
        </div>
    );
}

function Name({ text, onOpen }: { text: string; onOpen?: () => void }) {
    if (!onOpen)
        return (
            <span className="block truncate" title={text}>
                {text}
            </span>
        );
    return (
        <button
            type="button"
            onClick={(event) => {
                event.stopPropagation();
                onOpen();
            }}
            className="block max-w-full justify-self-start truncate text-left"
            title={text}
        >
            {text}
        </button>
    );
}

/** Columns that have no room of their own, one after the other. */
function Folded<Row>({ row, columns }: { row: Row; columns: GridColumn<Row>[] }) {
    const facts = columns
        .map((column) => [column, (column.folded ?? column.cell)(row)] as const)
        .filter(([, fact]) => fact !== null);
    return (
        <span className="flex gap-x-2.5 overflow-hidden text-[12px] whitespace-nowrap text-text-2 [&_*]:inline">
            {facts.map(([column, fact]) => (
                <span key={column.id}>
                    <span className="text-text-3">{column.name}</span> {fact}
                </span>
            ))}
        </span>
    );
}

/** Drawn again only when something of it changed. */
export const GridRow = memo(GridRowOf) as typeof GridRowOf;
