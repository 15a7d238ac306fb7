import { t } from '@/messages/market';
import { Ago } from '@/ui/Ago';
import { percent, signedPercent, span, whole } from '@/ui/figures';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid, type GridProps } from '@/ui/grid/Grid';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import type { Rival } from './queries';

export const DAYS = 30;

const HEAD: HeadColumn<Rival> = {
    name: t('market.rival'),
    minWidth: 180,
    value: (rival) => rival.name.toLowerCase(),
    text: (rival) => rival.name,
    second: (rival) => rival.channel ?? t('market.onTheWeb'),
};

const COLUMNS: GridColumn<Rival>[] = [
    {
        id: 'listings',
        name: t('market.listings'),
        width: 104,
        isRight: true,
        value: (rival) => rival.listings,
        cell: (rival) => whole(rival.listings),
    },
    {
        id: 'cheaper',
        name: t('market.cheaper'),
        width: 128,
        isRight: true,
        isKept: true,
        value: (rival) => rival.cheaper,
        cell: (rival) =>
            rival.cheaper === 0
                ? '0'
                : t('market.cheaperBy', {
                      cheaper: whole(rival.cheaper),
                      percent: percent(rival.cheaper_percent?.replace('-', ''), 1),
                  }),
    },
    {
        id: 'difference',
        name: t('market.difference'),
        width: 132,
        isRight: true,
        value: (rival) => (rival.difference_percent === null ? null : Number(rival.difference_percent)),
        cell: (rival) => <span title={t('market.differenceNote')}>{signedPercent(rival.difference_percent)}</span>,
    },
    {
        id: 'buy-box',
        name: t('market.holdsBoxOf'),
        width: 104,
        isRight: true,
        value: (rival) => (rival.channel === null ? null : rival.buy_boxes / Math.max(1, rival.listings)),
        cell: (rival) =>
            rival.channel === null || rival.listings === 0 ? '–' : percent((100 * rival.buy_boxes) / rival.listings),
    },
    {
        id: 'moves',
        name: t('market.moves'),
        width: 140,
        isRight: true,
        value: (rival) => rival.moves,
        cell: (rival) => t('market.movesADay', { moves: whole(rival.moves), perDay: (rival.moves / DAYS).toFixed(1) }),
    },
    {
        id: 'reaction',
        name: t('market.reaction'),
        width: 150,
        isRight: true,
        value: (rival) => rival.reaction_seconds,
        cell: (rival) =>
            rival.reaction_seconds === null
                ? '–'
                : t('market.reactionIn', { span: span(rival.reaction_seconds), times: rival.reactions }),
    },
    {
        id: 'seen',
        name: t('market.seen'),
        width: 100,
        value: (rival) => rival.seen_at,
        cell: (rival) => (rival.seen_at ? <Ago time={rival.seen_at} className="text-text-2" /> : '–'),
    },
];

/** Sellers on marketplaces and shops of their own, side by side. */
export function RivalTable(props: Omit<GridProps<Rival>, 'label' | 'idOf' | 'head' | 'columns' | 'firstSort'>) {
    const columns = useKeptColumns('rival', COLUMNS);
    return (
        <Grid
            {...props}
            label={t('market.rivals')}
            idOf={(rival) => rival.id}
            head={HEAD}
            columns={columns}
            firstSort={[{ id: 'cheaper', desc: true }]}
        />
    );
}
