import { t } from '@/messages/watching';
import { api, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import type { components } from '@/api/schema';
import { Button } from '@/ui/Button';
import { inCurrency } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Window } from '@/ui/Window';
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { toast } from 'sonner';
import type { Searched } from './CatalogueOfListing';
import { VERDICTS } from './MatchCompare';

type Item = components['schemas']['CatalogueItem'];

/** What a buyer of the channel finds by words that can be changed, and which of it the listing is. */
export default function CatalogueWindow({ listing, onClose }: { listing: Searched; onClose: () => void }) {
    const [typed, setTyped] = useState<string | null>(null);
    const [asked, setAsked] = useState<string | null>(null);
    const found = useQuery({
        queryKey: key('listing', listing.id, 'catalogue', asked),
        queryFn: ({ signal }) =>
            take(
                api.GET('/api/v1/listings/{id}/catalogue', {
                    params: { path: { id: listing.id }, query: asked === null ? {} : { q: asked } },
                    signal,
                }),
            ),
        placeholderData: keepPreviousData,
        retry: false,
    });
    const words = typed ?? found.data?.words ?? '';
    return (
        <Window open wide onClose={onClose} title={t('watching.catalogueTitle', { channel: listing.channel })}>
            <form
                className="flex items-end gap-2"
                onSubmit={(event) => {
                    event.preventDefault();
                    setAsked(words.trim() === '' ? null : words);
                }}
            >
                <label className="min-w-0 flex-1">
                    <span className="mb-1 block text-text-2">{t('watching.catalogueWords')}</span>
                    <input
                        type="search"
                        maxLength={200}
                        value={words}
                        onChange={(event) => setTyped(event.target.value)}
                        className="h-8 w-full rounded-md border border-line-2 bg-sheet px-2 text-text"
                    />
                </label>
                <Button type="submit" look="main" disabled={found.isFetching}>
                    {t('watching.catalogueSearch')}
                </Button>
            </form>
            {found.error && (
                <div className="mt-3">
                    <ProblemNotice error={found.error} onRetry={() => void found.refetch()} />
                </div>
            )}
            {found.data && (
                <>
                    <p className="mt-3 text-text-2" role="status">
                        {t('watching.catalogueFound', { many: found.data.items.length })}
                    </p>
                    <ul className="mt-1">
                        {found.data.items.map((item) => (
                            <Found key={item.item} item={item} currency={found.data.currency} listing={listing} />
                        ))}
                    </ul>
                </>
            )}
        </Window>
    );
}

function Found({ item, currency, listing }: { item: Item; currency: string; listing: Searched }) {
    const changed = useChanged();
    const tie = useMutation({
        meta: { failed: t('watching.catalogueNotTied') },
        mutationFn: (wanted: string | null) =>
            take(
                api.PUT('/api/v1/listings/{id}/item', { params: { path: { id: listing.id } }, body: { item: wanted } }),
            ),
        onSuccess: (_, wanted) => {
            changed('listings');
            toast(wanted === null ? t('watching.catalogueUntied') : t('watching.catalogueTied'));
        },
    });
    return (
        <li
            className={clsx(
                'grid grid-cols-[minmax(0,1fr)_auto] items-start gap-3 border-b border-line px-2 py-2',
                item.is_tied && 'bg-yours-soft',
            )}
        >
            <div className="min-w-0">
                <p className="font-bold break-words">{item.title}</p>
                <p className="text-[12.5px] text-text-2">
                    {[item.brand, item.gtin && t('watching.catalogueGtin', { gtin: item.gtin }), item.item]
                        .filter(Boolean)
                        .join(' · ')}
                </p>
                <p className="text-[12.5px]">
                    {VERDICTS[item.verdict]}{' '}
                    <span className="text-text-2">{t('watching.matchScore', { score: item.score })}</span>
                    {item.reasons.slice(0, 3).map((reason) => (
                        <span key={reason.kind + reason.says} className="text-text-2">
                            {' · '}
                            {reason.says}
                        </span>
                    ))}
                </p>
            </div>
            <div className="text-right">
                <p className="text-[15px] tabular-nums">
                    {item.price === null ? t('watching.catalogueSoldOut') : inCurrency(item.price, currency)}
                </p>
                <p className="text-[12.5px] text-text-2">{t('watching.catalogueSellers', { many: item.sellers })}</p>
                {item.is_tied ? (
                    <p className="font-bold">{t('watching.catalogueThis')}</p>
                ) : (
                    listing.is_draft && (
                        <Button disabled={tie.isPending} onClick={() => tie.mutate(item.item)}>
                            {t('watching.catalogueTie')}
                        </Button>
                    )
                )}
                {item.is_tied && listing.is_draft && (
                    <Button look="quiet" disabled={tie.isPending} onClick={() => tie.mutate(null)}>
                        {t('watching.catalogueUntie')}
                    </Button>
                )}
            </div>
        </li>
    );
}
