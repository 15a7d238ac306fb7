import { t } from '@/messages/reports';
import { said } from '@/messages/said';
import { symbol } from '@/ui/figures';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { differenceOf, inOrder, isFigure, worded, type Cell, type Table, type Unit } from './cells';

interface Order {
    column: number;
    isFalling: boolean;
}

interface Props {
    table: Table;
    currency: string;
    /** Of the file with all its rows. */
    href: string;
}

const sorted = (order: Order | null, column: number) =>
    order?.column !== column ? undefined : order.isFalling ? 'descending' : 'ascending';

/** Before and after, with the difference. */
function Pair({ before, after, unit }: { before: Cell | undefined; after: Cell | undefined; unit: Unit }) {
    const difference = differenceOf(before, after, unit);
    return (
        <>
            {t('reports.fromTo', { from: worded(before, unit), to: worded(after, unit) })}
            {difference !== null && <span className="block text-[12.5px] text-text-2">{difference}</span>}
        </>
    );
}

/** One table of a report, in the order of any of its columns. */
export function ReportTable({ table, currency, href }: Props) {
    const [order, setOrder] = useState<Order | null>(null);
    const rows = useMemo(
        () => (order === null ? table.rows : inOrder(table.rows, order.column, order.isFalling)),
        [table.rows, order],
    );
    // The second of a pair stands in the column of the first, what is below another in that.
    const columns = table.columns.flatMap((column, at) =>
        table.columns[at - 1]?.pair || column.unit === 'below' ? [] : [{ column, at }],
    );
    const name = said(table.name);
    const sortBy = (column: number) =>
        setOrder((before) => ({
            column,
            isFalling: before?.column === column ? !before.isFalling : isFigure(table.columns[column]!.unit),
        }));
    return (
        <section className="mb-6">
            <div className="flex items-baseline gap-3 px-[18px] pb-1">
                <h3 className="text-[15px]">{name}</h3>
                <a
                    download
                    href={href}
                    aria-label={t('reports.tableAsCsv', { table: name })}
                    className="ml-auto text-stripe underline underline-offset-2"
                >
                    {t('reports.asCsv')}
                </a>
            </div>
            {table.note && <p className="max-w-[90ch] px-[18px] pb-2 text-[12.5px] text-text-2">{said(table.note)}</p>}
            <div tabIndex={0} role="region" aria-label={name} className="overflow-x-auto">
                <table className="w-full border-collapse">
                    <thead className="text-left text-text-2">
                        <tr className="border-b border-line-2">
                            {columns.map(({ column, at }) => (
                                <th
                                    key={column.name.code}
                                    aria-sort={sorted(order, at)}
                                    className={clsx(
                                        'px-2 py-1.5 align-bottom font-normal first:pl-[18px] last:pr-[18px]',
                                        isFigure(column.unit) && 'text-right',
                                    )}
                                >
                                    <button
                                        type="button"
                                        onClick={() => sortBy(at)}
                                        className={clsx(
                                            'hover:text-text',
                                            isFigure(column.unit) ? 'text-right' : 'text-left',
                                        )}
                                    >
                                        {said(column.pair ?? column.name)}
                                        {column.unit === 'money' && ` ${symbol(currency)}`}
                                        {order?.column === at &&
                                            (order.isFalling ? (
                                                <ArrowDown aria-hidden className="inline" size={12} />
                                            ) : (
                                                <ArrowUp aria-hidden className="inline" size={12} />
                                            ))}
                                    </button>
                                </th>
                            ))}
                        </tr>
                    </thead>
                    <tbody>
                        {rows.map((row, number) => (
                            <tr key={number} className="border-b border-line">
                                {columns.map(({ column, at }) => (
                                    <td
                                        key={at}
                                        className={clsx(
                                            'px-2 py-1.5 first:pl-[18px] last:pr-[18px]',
                                            isFigure(column.unit)
                                                ? 'text-right whitespace-nowrap tabular-nums'
                                                : 'max-w-[205px] truncate',
                                        )}
                                    >
                                        {column.pair ? (
                                            <Pair before={row.cells[at]} after={row.cells[at + 1]} unit={column.unit} />
                                        ) : at === 0 && row.link !== null ? (
                                            <Link to={row.link} className="text-stripe underline underline-offset-2">
                                                {worded(row.cells[at], column.unit)}
                                            </Link>
                                        ) : (
                                            worded(row.cells[at], column.unit)
                                        )}
                                        {table.columns[at + 1]?.unit === 'below' && (
                                            <span className="block text-[12.5px] text-text-3">
                                                {worded(row.cells[at + 1], 'below')}
                                            </span>
                                        )}
                                    </td>
                                ))}
                            </tr>
                        ))}
                    </tbody>
                </table>
            </div>
            {rows.length === 0 && <p className="px-[18px] py-2 text-text-2">{t('reports.none')}</p>}
            {table.total !== null && (
                <p className="px-[18px] py-1.5 text-[12.5px] text-text-2">
                    {t('reports.shownOf', { shown: rows.length, total: table.total })}
                </p>
            )}
        </section>
    );
}
