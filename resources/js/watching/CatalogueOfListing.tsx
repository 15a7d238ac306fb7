import { t } from '@/messages/watching';
import { useChannels } from '@/api/queries';
import { InlineButton } from '@/ui/InlineButton';
import { lazy, Suspense, useState } from 'react';

const CatalogueWindow = lazy(() => import('./CatalogueWindow'));

export interface Searched {
    id: number;
    channel: string;
    is_draft: boolean;
}

/** Leads to what a buyer of its channel finds, where that can be searched. */
export default function CatalogueOfListing({ listing }: { listing: Searched }) {
    const [isOpen, setOpen] = useState(false);
    const channel = useChannels().data?.find((one) => one.name === listing.channel);
    if (!channel?.has_search) return null;
    return (
        <p className="mt-1">
            <InlineButton className="text-stripe underline underline-offset-2" onClick={() => setOpen(true)}>
                {listing.is_draft
                    ? t('watching.catalogueFind', { channel: channel.name })
                    : t('watching.catalogueSee', { channel: channel.name })}
            </InlineButton>
            {isOpen && (
                <Suspense fallback={null}>
                    <CatalogueWindow listing={listing} onClose={() => setOpen(false)} />
                </Suspense>
            )}
        </p>
    );
}
