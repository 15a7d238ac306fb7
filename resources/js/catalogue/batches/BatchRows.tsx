import type { Batch, BatchRow } from '@/api/client';
import { Button } from '@/ui/Button';
import { money, signedPercent } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBatchRows, type Shown } from './queries';
import { FIELDS } from './words';

/** The rows of a bulk change, by what becomes of them. */
export function BatchRows({ batch }: { batch: Batch }) {
    const moves = batch.floors_up + batch.floors_down;
    const tabs: [Shown, string, number][] = [
        ['change', 'Changes', batch.change],
        ['create', 'New', batch.create],
        ['moves', 'Floors, largest moves first', moves],
        ['refused', 'Refused', batch.refused],
        ['left', 'Left', batch.left],
        ['same', 'Right already', batch.same],
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
    const all = rows.data?.pages.flat() ?? [];
    return (
        <div>
            <div role="tablist" aria-label="Rows" className="flex flex-wrap gap-1 border-b border-line">
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
                        {words} <span className="text-text-3">{many.toLocaleString('en')}</span>
                    </button>
                ))}
            </div>
            {rows.error && <ProblemNotice error={rows.error} onRetry={() => void rows.refetch()} />}
            <div className="h-[38vh] overflow-auto" tabIndex={0} role="region" aria-label="Rows of this change">
                {rows.isPending && <p className="py-2 text-text-3">One moment…</p>}
                <table className={clsx('w-full', rows.isPending && 'hidden')}>
                    <thead className="sticky top-0 bg-sheet text-left text-text-2">
                        <tr>
                            {batch.import_id && <Head right>Line</Head>}
                            <Head>SKU</Head>
                            <Head>{shown === 'refused' ? 'Why it is refused' : 'What changes'}</Head>
                            {moves > 0 && shown !== 'refused' && <Head right>Floor</Head>}
                        </tr>
                    </thead>
                    <tbody>
                        {all.map((row) => (
                            <Row
                                key={row.position}
                                row={row}
                                line={batch.import_id !== null}
                                floors={moves > 0 && shown !== 'refused'}
                            />
                        ))}
                    </tbody>
                </table>
                {rows.hasNextPage && (
                    <Button look="quiet" disabled={rows.isFetchingNextPage} onClick={() => void rows.fetchNextPage()}>
                        Show more
                    </Button>
                )}
            </div>
        </div>
    );
}

function Head({ children, right }: { children: string; right?: boolean }) {
    return (
        <th scope="col" className={clsx('py-1.5 pr-3 font-medium', right && 'text-right')}>
            {children}
        </th>
    );
}

function Row({ row, line, floors }: { row: BatchRow; line: boolean; floors: boolean }) {
    return (
        <tr className="border-t border-line align-baseline">
            {line && <td className="py-1.5 pr-3 text-right text-text-2">{row.line}</td>}
            <td className="w-[34%] py-1.5 pr-3">
                <span className="break-all">{row.sku || '–'}</span>
                {row.title && <span className="block text-[12px] text-text-3">{row.title}</span>}
            </td>
            <td className="py-1.5 pr-3">
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
                    <span
                        className={clsx(
                            'block',
                            row.verdict === 'refused' || row.state === 'left' ? '' : 'text-text-2',
                        )}
                    >
                        {row.why}
                    </span>
                )}
                {row.verdict === 'same' && <span className="text-text-3">as it is</span>}
            </td>
            {floors && (
                <td className="py-1.5 text-right whitespace-nowrap">
                    {row.floor_after || row.floor_before ? (
                        <>
                            {money(row.floor_before)} → {money(row.floor_after)}
                            {row.floor_move && (
                                <span className="block text-[12px] text-text-2">{signedPercent(row.floor_move)}</span>
                            )}
                        </>
                    ) : (
                        <span className="text-text-3">stays</span>
                    )}
                </td>
            )}
        </tr>
    );
}

const value = (text: string | null) => (text === null ? 'none' : /^-?\d+\.\d+$/.test(text) ? money(text) : text);
