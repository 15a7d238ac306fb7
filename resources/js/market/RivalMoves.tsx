import { t } from '@/messages/market';
import { CurrencyHead } from '@/ui/CurrencyHead';
import { clock, priced, signed, span } from '@/ui/figures';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid } from '@/ui/grid/Grid';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { Link } from 'react-router';
import { useMoves, type RivalMove } from './queries';

type Row = RivalMove & { number: number };

const HEAD: HeadColumn<Row> = {
    name: t('market.listing'),
    minWidth: 200,
    text: (move) => move.title,
    cell: (move) => (
        <Link to={`/listings?listing=${move.listing_id}`} className="block truncate hover:underline">
            {move.title}
        </Link>
    ),
    second: (move) => move.sku,
};

const amount = (figure: string | null, currency: string) =>
    figure === null ? <span className="text-text-3">{t('market.notThere')}</span> : priced(figure, currency);

const change = ({ from, to, currency }: Row) =>
    from === null || to === null ? '–' : signed((Number(to) - Number(from)).toFixed(2), currency);

const COLUMNS: GridColumn<Row>[] = [
    { id: 'at', name: t('market.movedAt'), width: 150, isKept: true, cell: (move) => clock(move.at) },
    {
        id: 'from',
        name: t('market.from'),
        width: 100,
        isRight: true,
        cell: (move) => amount(move.from, move.currency),
    },
    {
        id: 'to',
        name: t('market.to'),
        head: <CurrencyHead words={(symbol) => `${t('market.to')} ${symbol}`} />,
        width: 100,
        isRight: true,
        isKept: true,
        cell: (move) => amount(move.to, move.currency),
    },
    { id: 'change', name: t('market.change'), width: 90, isRight: true, cell: change },
    {
        id: 'answer',
        name: t('market.answer'),
        width: 120,
        isRight: true,
        cell: (move) => (move.reaction_seconds === null ? '–' : span(move.reaction_seconds)),
    },
];

/** How a rival moved, the latest first. */
export function RivalMoves({ id }: { id: number }) {
    const moves = useMoves(id);
    const columns = useKeptColumns('rival-move', COLUMNS);
    const rows = (moves.data ?? []).map((move, number) => ({ ...move, number }));
    return (
        <Grid
            label={t('market.tabMoves')}
            idOf={(move) => move.number}
            head={HEAD}
            columns={columns}
            rows={rows}
            total={rows.length}
            onView={() => undefined}
            isLoading={moves.isPending}
            error={moves.error}
            onRetry={() => void moves.refetch()}
            empty={
                <div className="grid flex-1 place-content-center bg-sheet p-10 text-center">
                    <h2 className="text-[17px]">{t('market.noMoves')}</h2>
                    <p className="mt-1 text-text-2">{t('market.noMovesMore')}</p>
                </div>
            }
        />
    );
}
