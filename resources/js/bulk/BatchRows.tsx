import { said } from '@/messages/said';
import { t } from '@/messages/bulk';
import type { Batch, BatchRow } from '@/api/client';
import { money, signedPercent, whole } from '@/ui/figures';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid } from '@/ui/grid/Grid';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBatchRows, type Shown } from './queries';
import { FIELDS } from './words';

/** The rows of a bulk change, by what becomes of them. */
export function BatchRows({ batch }: { batch: Batch }) {
    const moves = batch.floors_up + batch.floors_down;
    const tabs: [Shown, string, number][] = [
        ['change', t('bulk.changes'), batch.change],
        ['create', t('bulk.new'), batch.create],
        ['moves', t('bulk.floorsLargestMovesFirst'), moves],
        ['refused', t('bulk.refused'), batch.refused],
        ['left', t('bulk.left'), batch.left],
        ['same', t('bulk.rightAlready'), batch.same],
    ];
    const open = tabs.filter(([, , many]) => many > 0);
    const [asked, setAsked] = useState<Shown | null>(null);
    const first =
        batch.floors_beyond > 0 && batch.state === 'planned'
            ? 'moves'
            : batch.import_id && batch.refused > 0
              ? 'refused'
              : null;
    const shown = asked ?? first ?? open[0]?.[0] ?? 'all';
    const rows = useBatchRows(batch, shown);
    const hasFloors = moves > 0 && shown !== 'refused';
    const isOfFile = batch.import_id !== null;
    const columns = useKeptColumns(
        'batch-row',
        isOfFile ? (hasFloors ? OF_FILE_WITH_FLOORS : OF_FILE) : hasFloors ? WITH_FLOORS : PLAIN,
    );
    return (
        <div>
            <div role="tablist" aria-label={t('bulk.rows')} className="flex flex-wrap gap-1 border-b border-line">
                {open.map(([name, words, many]) => (
                    <button
                        key={name}
                        type="button"
                        role="tab"
                        aria-selected={shown === name}
                        onClick={() => setAsked(name)}
                        className={clsx(
                            '-mb-px border-b-2 px-2.5 py-1.5',
                            shown === name
                                ? 'border-stripe text-text'
                                : 'border-transparent text-text-2 hover:text-text',
                        )}
                    >
                        {words} <span className="text-text-3">{whole(many)}</span>
                    </button>
                ))}
            </div>
            <div className="flex h-[38vh]">
                <Grid
                    key={shown}
                    label={t('bulk.rowsOfThisChange')}
                    rows={rows.rows}
                    total={open.find(([name]) => name === shown)?.[2] ?? rows.rows.length}
                    idOf={(row) => row.position}
                    head={HEAD}
                    columns={columns}
                    onView={rows.onView}
                    isLoading={rows.isPending}
                    isBusy={rows.isBusy}
                    error={rows.error}
                    onRetry={rows.refetch}
                    empty={<p className="py-2 text-text-3">{t('bulk.noRow')}</p>}
                    isUneven
                />
            </div>
        </div>
    );
}

const HEAD: HeadColumn<BatchRow> = {
    name: 'SKU',
    minWidth: 180,
    text: (row) => row.sku || '–',
    second: (row) => row.title,
};

const LINE: GridColumn<BatchRow> = {
    id: 'line',
    name: t('bulk.line'),
    width: 56,
    isRight: true,
    cell: (row) => <span className="text-text-2">{row.line}</span>,
};

const CHANGES: GridColumn<BatchRow> = {
    id: 'changes',
    name: t('bulk.whatChanges'),
    width: 330,
    isKept: true,
    cell: (row) => <Changes row={row} />,
};

const FLOOR: GridColumn<BatchRow> = {
    id: 'floor',
    name: t('bulk.floor'),
    width: 130,
    isRight: true,
    cell: (row) =>
        row.floor_after || row.floor_before ? (
            <>
                {money(row.floor_before)} → {money(row.floor_after)}
                {row.floor_move && (
                    <span className="block text-[12px] text-text-2">{signedPercent(row.floor_move)}</span>
                )}
            </>
        ) : (
            <span className="text-text-3">{t('bulk.stays')}</span>
        ),
};

const PLAIN = [CHANGES];
const WITH_FLOORS = [CHANGES, FLOOR];
const OF_FILE = [LINE, CHANGES];
const OF_FILE_WITH_FLOORS = [LINE, CHANGES, FLOOR];

function Changes({ row }: { row: BatchRow }) {
    return (
        <>
            {row.verdict !== 'refused' && row.changes.length > 0 && (
                <ul>
                    {row.changes.map((change) => (
                        <li key={change.field}>
                            <span className="text-text-2">{FIELDS[change.field] ?? change.field}</span>{' '}
                            {row.verdict === 'change' && <>{value(change.before)} → </>}
                            <b className="font-medium">{value(change.after)}</b>
                        </li>
                    ))}
                </ul>
            )}
            {row.why && (
                <span className={clsx('block', row.verdict !== 'refused' && row.state !== 'left' && 'text-text-2')}>
                    {said(row.why)}
                </span>
            )}
            {row.verdict === 'same' && <span className="text-text-3">{t('bulk.asItIs')}</span>}
        </>
    );
}

const value = (message: Parameters<typeof said>[0] | null) => (message === null ? t('bulk.none') : said(message));
