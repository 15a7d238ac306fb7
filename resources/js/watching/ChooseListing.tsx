import { t } from '@/messages/watching';
import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import { Field } from '@/ui/Field';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';

const SHOWN = 6;

export interface Chosen {
    id: number;
    sku: string;
}

/** One of our listings, found by a part of its SKU or title. */
export function ChooseListing({ onChoose }: { onChoose: (listing: Chosen) => void }) {
    const [typed, setTyped] = useState('');
    const q = useDeferredValue(typed.trim());
    const found = useQuery({
        queryKey: key('listings', 'choose', q),
        queryFn: ({ signal }) => take(api.GET('/api/v1/listings', { params: { query: { q, limit: SHOWN } }, signal })),
        enabled: q.length > 1,
    });
    return (
        <div>
            <Field
                label={t('watching.chooseListing')}
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
                autoComplete="off"
            />
            {q.length > 1 && (
                <ul aria-label={t('watching.chooseOne')} className="mt-1 border border-line bg-sheet">
                    {found.data?.listings.map((listing) => (
                        <li key={listing.id} className="border-b border-line last:border-0">
                            <button
                                type="button"
                                className="block w-full px-2 py-1 text-left hover:bg-stripe-soft"
                                onClick={() => onChoose(listing)}
                            >
                                <span className="block truncate">{listing.title}</span>
                                <span className="block text-[12px] text-text-3">
                                    {listing.sku} · {listing.channel}
                                </span>
                            </button>
                        </li>
                    ))}
                </ul>
            )}
        </div>
    );
}
