import { t } from '@/messages/settings';
import { key } from '@/api/keys';
import { api, take, type ScopeLimits as Set } from '@/api/client';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { says, type Side } from './limitTerms';
import { ScopeLimitsWindow } from './ScopeLimitsWindow';

/** Limits of a channel, supplier, category, brand or product: they stand in place of those for every listing. */
export function ScopeLimits({ currency }: { currency: string }) {
    const sets = useQuery({
        queryKey: key('limits'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/limits', { signal })),
    });
    const [edited, setEdited] = useState<Set | 'new' | null>(null);
    return (
        <section>
            <h2 className="text-[17px]">{t('settings.limitsForSomeListings')}</h2>
            <p className="mt-0.5 mb-3 max-w-[68ch] text-text-2">{t('settings.aChannelSupplierCategory')}</p>
            {sets.error && !sets.data && <ProblemNotice error={sets.error} onRetry={() => void sets.refetch()} />}
            {sets.data && sets.data.length > 0 && (
                <ul className="mb-3 max-w-[820px] border-t border-line">
                    {sets.data.map((set) => (
                        <li
                            key={`${set.scope} ${set.name}`}
                            className="flex items-baseline gap-4 border-b border-line py-2"
                        >
                            <div className="w-[230px] shrink-0">
                                <span className="text-text-3">{set.scope} </span>
                                <b className="break-words">{set.name}</b>
                                <span className="block text-[12.5px] text-text-3">
                                    {t('settings.listings', { listings: set.listings })}
                                </span>
                            </div>
                            <p className="min-w-0 flex-1">{sentence(set)}</p>
                            <Button
                                onClick={() => setEdited(set)}
                                aria-label={t('settings.changeLimitsOf', { name: set.name })}
                            >
                                {t('settings.change')}
                            </Button>
                        </li>
                    ))}
                </ul>
            )}
            <Button onClick={() => setEdited('new')}>{t('settings.setLimitsFor')}</Button>
            {edited !== null && (
                <ScopeLimitsWindow
                    set={edited === 'new' ? null : edited}
                    others={sets.data ?? []}
                    currency={currency}
                    onClose={() => setEdited(null)}
                />
            )}
        </section>
    );
}

function sentence({ limits }: Set): string {
    const words = (side: Side, name: string) =>
        limits[side].length > 0 ? [`${name}: ${limits[side].map((term) => says(term, side)).join(', ')}`] : [];
    return [...words('floor', t('settings.floor')), ...words('ceiling', t('settings.ceiling'))].join('. ');
}
