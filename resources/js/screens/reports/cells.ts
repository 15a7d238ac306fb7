import type { components } from '@/api/schema';
import { timeFormat } from '@/messages/locale';
import { t } from '@/messages/reports';
import { said } from '@/messages/said';
import { money, percent, signed, signedPercent, span, whole } from '@/ui/figures';

export type Report = components['schemas']['Report'];
export type Table = components['schemas']['ReportTable'];
export type Chart = components['schemas']['ReportChart'];
export type Unit = components['schemas']['ReportColumn']['unit'];
export type Cell = components['schemas']['ReportRow']['cells'][number];

const day = (text: string) =>
    timeFormat({ day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }).format(new Date(text));

/** What stands right in its column, so that digits stand below each other. */
export const isFigure = (unit: Unit) => !['text', 'below', 'message', 'day'].includes(unit);

/** A figure of a report in the notation of the workspace. */
export function worded(cell: Cell | undefined, unit: Unit): string {
    if (cell == null) return '–';
    if (typeof cell === 'object') return said(cell as Parameters<typeof said>[0]);
    switch (unit) {
        case 'day':
            return day(String(cell));
        case 'count':
            return whole(Number(cell));
        case 'decimal':
        case 'money':
            return money(String(cell));
        case 'percent':
            return percent(cell, String(cell).includes('.') ? 1 : 0);
        case 'change':
            return signedPercent(String(cell));
        case 'seconds':
            return span(Number(cell));
        case 'hour':
            return t('reports.hour', { hour: cell });
        default:
            return String(cell);
    }
}

/** How much more or less the second is; of shares in points. */
export function differenceOf(before: Cell | undefined, after: Cell | undefined, unit: Unit): string | null {
    if (before == null || after == null) return null;
    const digits = String(after).split('.')[1]?.length ?? 0;
    const difference = (Number(after) - Number(before)).toFixed(digits);
    return unit === 'percent' ? t('reports.points', { points: signed(difference, '') }) : signed(difference, '');
}

/** By which rows are put in order; what is not known comes last, whichever way. */
export function inOrder(rows: Table['rows'], column: number, isFalling: boolean): Table['rows'] {
    const of = (row: Table['rows'][number]) => {
        const cell = row.cells[column];
        if (cell == null) return null;
        if (typeof cell === 'object') return said(cell as Parameters<typeof said>[0]);
        return Number.isNaN(Number(cell)) ? String(cell) : Number(cell);
    };
    const compare = (one: string | number, other: string | number) =>
        typeof one === 'number' && typeof other === 'number' ? one - other : String(one).localeCompare(String(other));
    return rows.toSorted((one, other) => {
        const [first, second] = [of(one), of(other)];
        if (first === null || second === null) return Number(first === null) - Number(second === null);
        return isFalling ? compare(second, first) : compare(first, second);
    });
}
