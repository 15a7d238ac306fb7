import { t } from '@/messages/market';
import { Sparkline } from '@/charts/Sparkline';
import { Ago } from '@/ui/Ago';
import { CurrencyHead } from '@/ui/CurrencyHead';
import { priced, signedPercent } from '@/ui/figures';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid } from '@/ui/grid/Grid';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { useState } from 'react';
import { Link } from 'react-router';
import { useMetListings, type MetListing, type MetSort, type Rival } from './queries';

const HEAD: HeadColumn<MetListing> = {
    name: t('market.listing'),
    sort: 'title',
    minWidth: 200,
    text: (listing) => listing.title,
    cell: (listing) => (
        <Link to={`/listings?listing=${listing.id}`} className="block truncate hover:underline">
            {listing.title}
        </Link>
    ),
    second: (listing) => `${listing.sku} · ${listing.channel}`,
};

function Trend({ listing }: { listing: MetListing }) {
    const theirs = listing.trend.map((step) => step.theirs);
    return (
        <Sparkline
            label={t('market.trendSays', {
                from: theirs[0] ? priced(theirs[0], listing.currency) : t('market.trendGone'),
                to: priced(listing.theirs, listing.currency),
                moves: listing.trend.length - 1,
            })}
            steps={listing.trend.map(({ at, theirs: figure }) => ({
                at,
                figure: figure === null ? null : Number(figure),
            }))}
            level={Number(listing.ours)}
            until={Date.parse(listing.seen_at) / 1_000}
        />
    );
}

const COLUMNS: GridColumn<MetListing>[] = [
    {
        id: 'ours',
        name: t('market.ours'),
        head: <CurrencyHead words={(symbol) => t('market.oursHead', { symbol })} />,
        sort: 'ours',
        width: 96,
        isRight: true,
        cell: (listing) => priced(listing.ours, listing.currency),
    },
    {
        id: 'theirs',
        name: t('market.theirs'),
        head: <CurrencyHead words={(symbol) => t('market.theirsHead', { symbol })} />,
        sort: 'theirs',
        width: 96,
        isRight: true,
        isKept: true,
        cell: (listing) => <b>{priced(listing.theirs, listing.currency)}</b>,
    },
    {
        id: 'difference',
        name: t('market.difference'),
        sort: 'difference',
        width: 132,
        isRight: true,
        isKept: true,
        cell: (listing) => signedPercent(listing.difference_percent),
    },
    { id: 'trend', name: t('market.trend'), width: 156, cell: (listing) => <Trend listing={listing} /> },
    {
        id: 'buy-box',
        name: t('market.buyBox'),
        width: 90,
        cell: (listing) => (listing.holds_buy_box ? t('market.hasBuyBox') : ''),
    },
    {
        id: 'seen',
        name: t('market.seen'),
        width: 100,
        cell: (listing) => <Ago time={listing.seen_at} className="text-text-2" />,
    },
];

/** The listings on which a rival is met: ours, theirs, and how theirs went. */
export function MetListings({ rival }: { rival: Rival }) {
    const [sort, setSort] = useState<MetSort>('difference');
    const listings = useMetListings(rival.id, sort);
    const columns = useKeptColumns('met', COLUMNS);
    return (
        <Grid
            label={t('market.tabListings')}
            idOf={(listing) => listing.id}
            head={HEAD}
            columns={columns}
            rows={listings.rows}
            total={Math.max(rival.listings, listings.rows.length)}
            sort={sort}
            onSort={(next) => setSort(next as MetSort)}
            onView={listings.onView}
            isLoading={listings.isPending}
            isBusy={listings.isBusy}
            error={listings.error}
            onRetry={listings.refetch}
            empty={
                <div className="grid flex-1 place-content-center bg-sheet p-10 text-center">
                    <h2 className="text-[17px]">{t('market.noneMet')}</h2>
                    <p className="mt-1 text-text-2">{t('market.noneMetMore')}</p>
                </div>
            }
        />
    );
}
