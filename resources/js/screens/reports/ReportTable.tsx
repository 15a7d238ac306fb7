import { t } from '@/messages/reports';
import { said } from '@/messages/said';
import { symbol } from '@/ui/figures';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { inOrder, isFigure, worded, type Table } from './cells';

interface Props {
    table: Table;
    currency: string;
    /** Of the file with all its rows. */
    href: string;
}

/** One table of a report, in the order of any of its columns. */
export function ReportTable({ table, currency, href }: Props) {
    const [order, setOrder] = useState<{ column: number; isFalling: boolean } | null>(null);
    const rows = useMemo(
        () => (order === null ? table.rows : inOrder(table.rows, order.column, order.isFalling)),
        [table.rows, order],
    );
    const name = said(table.name);
    const sortBy = (column: number) =>
        setOrder((before) => ({
            column,
            isFalling: before?.column === column ? !before.isFalling : isFigure(table.columns[column]!.unit),
        }));
    return (
        <section aria-label={name} className="mb-6">
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
            {}
            <div tabIndex={0} role="region" aria-label={name} className="overflow-x-auto">
                <table className="w-full border-collapse">
                    <thead className="text-left text-text-2">
                        <tr className="border-b border-line-2">
                            {table.columns.map((column, at) => (
                                <th
                                    key={column.name.code}
                                    aria-sort={
                                        order?.column === at
                                            ? order.isFalling
                                                ? 'descending'
                                                : 'ascending'
                                            : undefined
                                    }
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
                                        {said(column.name)}
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
                                {row.cells.map((cell, at) => {
                                    const { unit } = table.columns[at]!;
                                    return (
                                        <td
                                            key={at}
                                            className={clsx(
                                                'px-2 py-1.5 first:pl-[18px] last:pr-[18px]',
                                                isFigure(unit)
                                                    ? 'text-right whitespace-nowrap tabular-nums'
                                                    : 'max-w-[260px] truncate',
                                            )}
                                        >
                                            {at === 0 && row.link !== null ? (
                                                <Link
                                                    to={row.link}
                                                    className="text-stripe underline underline-offset-2"
                                                >
                                                    {worded(cell, unit)}
                                                </Link>
                                            ) : (
                                                worded(cell, unit)
                                            )}
                                        </td>
                                    );
                                })}
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
