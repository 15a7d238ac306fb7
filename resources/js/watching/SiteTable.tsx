import { t } from '@/messages/watching';
import { said } from '@/messages/said';
import { Ago } from '@/ui/Ago';
import { whole } from '@/ui/figures';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid, type GridProps } from '@/ui/grid/Grid';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { clsx } from 'clsx';
import type { Site } from './queries';

const HEAD: HeadColumn<Site> = {
    name: t('watching.shop'),
    minWidth: 180,
    text: (site) => site.name,
    second: (site) => (site.name === site.host ? '' : site.host),
};

const number = (
    id: 'watches' | 'counting' | 'unconfirmed' | 'doubtful' | 'failing',
    name: string,
): GridColumn<Site> => ({
    id,
    name,
    width: 96,
    isRight: true,
    cell: (site) => whole(site[id]),
});

/** What there is to say of a shop; the worst first. */
export function siteState(site: Site): string {
    if (site.problem) return said(site.problem);
    if (site.is_own) return t('watching.siteOwn');
    if (site.is_failing) return t('watching.siteAllFail', { failing: site.failing, watches: site.watches });
    return t('watching.siteFine');
}

const COLUMNS: GridColumn<Site>[] = [
    number('watches', t('watching.siteWatches')),
    number('counting', t('watching.siteCounting')),
    number('unconfirmed', t('watching.siteUnconfirmed')),
    number('doubtful', t('watching.siteDoubtful')),
    number('failing', t('watching.siteFailing')),
    {
        id: 'read',
        name: t('watching.siteReadAt'),
        width: 100,
        cell: (site) => (site.read_at ? <Ago time={site.read_at} className="text-text-2" /> : t('watching.notRead')),
    },
    {
        id: 'state',
        name: t('watching.siteProblem'),
        width: 260,
        cell: (site) => (
            <span
                className={clsx('block truncate', (site.problem || site.is_failing) && 'text-broken')}
                title={siteState(site)}
            >
                {siteState(site)}
            </span>
        ),
    },
];

/** Shops whose pages are read. */
export function SiteTable(props: Omit<GridProps<Site>, 'label' | 'idOf' | 'head' | 'columns'>) {
    const columns = useKeptColumns('site', COLUMNS);
    return <Grid {...props} label={t('watching.sites')} idOf={(site) => site.id} head={HEAD} columns={columns} />;
}
