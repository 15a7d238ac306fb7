import { t } from '@/messages/message';
import type { Listing } from '@/api/client';
import type { HeadColumn } from '@/ui/grid/columns';
import { Grid, type GridProps } from '@/ui/grid/Grid';
import { has, size, type Selection } from '@/ui/grid/selection';

interface Props extends Omit<GridProps<Listing>, 'label' | 'idOf' | 'head' | 'choice'> {
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

/** The work table. */
export const ListingTable = ({ chosen, onChoose, onChooseAll, ...props }: Props) => (
    <Grid
        {...props}
        label={t('listings.listings')}
        idOf={(listing) => listing.id}
        head={HEAD}
        choice={{
            has: (id) => has(chosen, id),
            size: size(chosen, props.total),
            label: (listing) => t('listings.choose', { sku: listing.sku }),
            labelAll: t('listings.chooseAllThatMatch'),
            onChoose,
            onChooseAll,
        }}
    />
);
