import { said } from '@/messages/said';
import { t } from '@/messages/changes';
import { CurrencyHead } from '@/ui/CurrencyHead';
import type { Change } from '@/api/client';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid, type GridProps } from '@/ui/grid/Grid';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { Ago } from '@/ui/Ago';
import { money, signed, signedPercent, priced } from '@/ui/figures';
import { cause, changeState, reason } from '@/ui/words';
import { clsx } from 'clsx';

const HEAD: HeadColumn<Change> = {
    name: t('changes.listing'),
    minWidth: 170,
    text: (change) => change.title,
    second: (change) => `${change.sku} · ${change.channel}`,
};

const COLUMNS: GridColumn<Change>[] = [
    {
        id: 'when',
        name: t('changes.when'),
        width: 104,
        cell: (change) => <Ago time={change.queued_at} className="text-text-2" />,
    },
    {
        id: 'before',
        name: t('changes.before2'),
        head: <CurrencyHead words={(symbol) => t('changes.beforeHead', { symbol })} />,
        width: 78,
        isRight: true,
        cell: (change) => money(change.from),
    },
    {
        id: 'after',
        name: t('changes.after2'),
        head: <CurrencyHead words={(symbol) => t('changes.afterHead', { symbol })} />,
        width: 78,
        isRight: true,
        isKept: true,
        cell: (change) => <b>{priced(change.to, change.currency)}</b>,
    },
    {
        id: 'change',
        name: t('changes.change'),
        head: <CurrencyHead words={(symbol) => t('changes.changeHead', { symbol })} />,
        width: 78,
        isRight: true,
        cell: (change) => signed(change.change),
    },
    {
        id: 'percent',
        name: t('changes.inPercent'),
        head: '%',
        width: 66,
        isRight: true,
        cell: (change) => signedPercent(change.change_percent),
    },
    {
        id: 'why',
        name: t('changes.reason'),
        width: 190,
        folded: (change) => reason(change.reason),
        cell: (change) => (
            <>
                <span className="block truncate">{reason(change.reason)}</span>
                <span className="block truncate text-[12px] text-text-3" title={change.rule ?? ''}>
                    {[cause(change.cause), change.rule].filter(Boolean).join(' · ')}
                </span>
            </>
        ),
    },
    { id: 'state', name: t('changes.state'), width: 190, cell: (change) => <State change={change} /> },
];

function State({ change }: { change: Change }) {
    return (
        <>
            <span className={clsx('block truncate', change.problem !== null && 'text-broken')}>
                {changeState(change.state, change.waits_for)}
            </span>
            {change.problem && (
                <span className="block truncate text-[12px] text-text-2" title={said(change.problem)}>
                    {said(change.problem)}
                </span>
            )}
        </>
    );
}

/** Every change of a price, newest first. */
export function Ledger(props: Omit<GridProps<Change>, 'label' | 'idOf' | 'head' | 'columns'>) {
    const columns = useKeptColumns('change', COLUMNS);
    return <Grid {...props} label={t('changes.ledger')} idOf={(change) => change.id} head={HEAD} columns={columns} />;
}
