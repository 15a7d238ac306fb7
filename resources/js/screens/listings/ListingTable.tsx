import { t } from '@/messages/message';
import type { Listing } from '@/api/client';
import type { HeadColumn } from '@/ui/grid/columns';
import { Grid, type GridProps } from '@/ui/grid/Grid';
import { has, size, type Selection } from '@/ui/grid/selection';
import { memo } from 'react';
import { FirstSteps } from '../FirstSteps';

interface Props extends Omit<GridProps<Listing>, 'label' | 'idOf' | 'head' | 'choice' | 'empty'> {
    isFiltered: boolean;
    chosen: Selection;
    onChoose: (ids: number[], on: boolean) => void;
    onChooseAll: (on: boolean) => void;
}

const HEAD: HeadColumn<Listing> = {
    name: t('listings.listing'),
    sort: 'title',
    minWidth: 150,
    text: (listing) => listing.title,
    second: (listing) => `${listing.sku} · ${listing.channel}${listing.is_draft ? t('listings.draft2') : ''}`,
};

/** The work table. Drawn again only for what it shows: the page around it changes far more often. */
export const ListingTable = memo(({ isFiltered, chosen, onChoose, onChooseAll, ...props }: Props) => (
    <Grid
        {...props}
        label={t('listings.listings')}
        idOf={idOf}
        head={HEAD}
        empty={isFiltered ? <NoneMatch /> : <NoneYet />}
        choice={{
            has: (id) => has(chosen, id),
            size: size(chosen, props.total),
            label: (listing) => t('listings.choose', { sku: listing.sku }),
            labelAll: t('listings.chooseAllThatMatch'),
            onChoose,
            onChooseAll,
        }}
    />
));
ListingTable.displayName = 'ListingTable';

const idOf = (listing: Listing) => listing.id;

const NoneYet = () => (
    <div className="flex-1 overflow-auto bg-sheet px-[18px] py-6">
        <FirstSteps />
    </div>
);

const NoneMatch = () => (
    <div className="grid flex-1 place-content-center bg-sheet p-10 text-center">
        <h2 className="text-[17px]">{t('listings.noListingMatches')}</h2>
        <p className="mt-1 max-w-[46ch] text-text-2">{t('listings.removeAFilterOrSearchFor')}</p>
    </div>
);
