import { t } from '@/messages/watching';
import { said } from '@/messages/said';
import { Ago } from '@/ui/Ago';
import { CurrencyHead } from '@/ui/CurrencyHead';
import { priced } from '@/ui/figures';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid, type GridProps } from '@/ui/grid/Grid';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { clsx } from 'clsx';
import { needsALook, status } from './words';
import type { Watch } from './queries';

const HEAD: HeadColumn<Watch> = {
    name: t('watching.listing'),
    minWidth: 190,
    text: (watch) => watch.listing?.title ?? watch.found?.name ?? t('watching.noListing'),
    second: (watch) => (watch.listing ? `${watch.listing.sku} · ${watch.listing.channel}` : watch.url),
};

const COLUMNS: GridColumn<Watch>[] = [
    {
        id: 'shop',
        name: t('watching.shop'),
        width: 170,
        cell: (watch) => (
            <>
                <span className="block truncate" title={watch.url}>
                    {watch.host}
                </span>
                {watch.variant && <span className="block truncate text-[12px] text-text-3">{watch.variant}</span>}
            </>
        ),
    },
    {
        id: 'ours',
        name: t('watching.ours'),
        head: <CurrencyHead words={(symbol) => t('watching.oursHead', { symbol })} />,
        width: 84,
        isRight: true,
        cell: (watch) => (watch.listing ? priced(watch.listing.price, watch.listing.currency) : '–'),
    },
    {
        id: 'theirs',
        name: t('watching.theirs'),
        head: <CurrencyHead words={(symbol) => t('watching.theirsHead', { symbol })} />,
        width: 96,
        isRight: true,
        isKept: true,
        cell: (watch) => {
            const shown = watch.found ?? watch.counts;
            return shown ? <b>{priced(shown.price, shown.currency)}</b> : '–';
        },
    },
    {
        id: 'landed',
        name: t('watching.landed'),
        head: <CurrencyHead words={(symbol) => t('watching.landedHead', { symbol })} />,
        width: 96,
        isRight: true,
        cell: (watch) => (watch.landed ? priced(watch.landed, watch.listing?.currency ?? '') : '–'),
    },
    {
        id: 'status',
        name: t('watching.status'),
        width: 220,
        cell: (watch) => (
            <>
                <span className={clsx('block truncate', watch.verdict === 'failed' && 'text-broken')}>
                    {status(watch)}
                </span>
                {(watch.problem ?? watch.site_problem) && needsALook(watch) && (
                    <span
                        className="block truncate text-[12px] text-text-2"
                        title={said((watch.problem ?? watch.site_problem)!)}
                    >
                        {said((watch.problem ?? watch.site_problem)!)}
                    </span>
                )}
            </>
        ),
    },
    {
        id: 'read',
        name: t('watching.read'),
        width: 96,
        cell: (watch) =>
            watch.read_at ? (
                <Ago time={watch.read_at} className="text-text-2" />
            ) : (
                <span className="text-text-3">{t('watching.notRead')}</span>
            ),
    },
];

/** Pages of other shops, with what was found on each. */
export function WatchTable(props: Omit<GridProps<Watch>, 'label' | 'idOf' | 'head' | 'columns'>) {
    const columns = useKeptColumns('watch', COLUMNS);
    return <Grid {...props} label={t('watching.pages')} idOf={(watch) => watch.id} head={HEAD} columns={columns} />;
}
