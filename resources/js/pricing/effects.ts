import type { TryOutRow } from '@/api/client';

/** The rows that would move most, in percent of their price. */
export function biggestMoves(rows: readonly TryOutRow[], most: number): TryOutRow[] {
    const size = (row: TryOutRow) => Math.abs(Number(row.change_percent ?? 0));
    return rows
        .filter((row) => row.new_price !== null)
        .sort((a, b) => size(b) - size(a))
        .slice(0, most);
}

/** How many listings have a rank now, and how many would. */
export function reached(
    rows: readonly TryOutRow[],
    wanted: (rank: number) => boolean,
): { before: number; after: number } {
    const among = rows.filter((row) => row.field_size > 0);
    return {
        before: among.filter((row) => wanted(row.rank_before)).length,
        after: among.filter((row) => wanted(row.rank_after ?? row.rank_before)).length,
    };
}
