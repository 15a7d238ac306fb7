import { t } from '@/messages/pricing';
import type { ListingFilter, Rule, TryOut } from '@/api/client';
import { useChannels, useCountries } from '@/api/queries';
import { countryName } from '@/ui/countries';
import { Field } from '@/ui/Field';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import type { UseQueryResult } from '@tanstack/react-query';
import { Effect } from './Effect';
import { documentErrors } from './ruleForm';

interface Props {
    rule: Rule | null;
    tryOut: UseQueryResult<TryOut>;
    /** What is shown is of the rule as it was before the last change. */
    isStale: boolean;
    wrong: string | undefined;
    filter: ListingFilter;
    onFilter: (filter: ListingFilter) => void;
    onTable: () => void;
}

/** Beside the sentence: what it would do to real listings now. What was worked out stays while something is wrong. */
export function WhatItWouldDo({ rule, tryOut, isStale, wrong, filter, onFilter, onTable }: Props) {
    const isElsewhere = tryOut.error && Object.keys(documentErrors(tryOut.error)).length === 0;
    return (
        <section className="border-l border-line px-5 py-5" aria-label={t('pricing.whatItWouldDoNow')}>
            <div className="mb-3 flex flex-wrap items-center gap-3">
                <h2 className="text-[16.5px]">{t('pricing.whatItWouldDoNow')}</h2>
                <span className="text-text-2">
                    {tryOut.data ? t('pricing.listingsNothingIsSent', { listings: tryOut.data.listings }) : ''}
                </span>
            </div>
            <TriedOn rule={rule} filter={filter} onFilter={onFilter} />
            {isElsewhere && <ProblemNotice error={tryOut.error} onRetry={() => void tryOut.refetch()} />}
            {wrong !== undefined && <Notice>{t('pricing.theMarkedPieceOfThe', { wrong })}</Notice>}
            {tryOut.data && <Effect tryOut={tryOut.data} onAll={onTable} stale={isStale} />}
        </section>
    );
}

function TriedOn({ rule, filter, onFilter }: Pick<Props, 'rule' | 'filter' | 'onFilter'>) {
    const channels = useChannels();
    const countries = useCountries();
    const where = filter.country !== undefined ? `country:${filter.country}` : 'all';
    const on = filter.rule !== undefined ? 'own' : filter.channel !== undefined ? `channel:${filter.channel}` : where;
    const choose = (next: string) =>
        onFilter({
            q: filter.q,
            ...(next === 'own' && rule ? { rule: String(rule.id) } : {}),
            ...(next.startsWith('channel:') ? { channel: Number(next.slice('channel:'.length)) } : {}),
            ...(next.startsWith('country:') ? { country: next.slice('country:'.length) } : {}),
        });
    return (
        <div className="mb-3 flex items-end gap-3">
            <Select
                label={t('pricing.triedOn')}
                value={on}
                options={[
                    ...(rule ? [['own', t('pricing.itsOwnListings')] as const] : []),
                    ['all', t('pricing.allListings')] as const,
                    ...countries.map(
                        (code) => [`country:${code}`, t('pricing.listingsIn', { country: countryName(code) })] as const,
                    ),
                    ...(channels.data ?? []).map(
                        (channel) =>
                            [`channel:${channel.id}`, t('pricing.listingsOn', { name: channel.name })] as const,
                    ),
                ]}
                onChange={choose}
                className="w-44"
            />
            <Field
                label={t('pricing.withTheseWords')}
                type="search"
                placeholder={t('pricing.skuGtinOrWords')}
                value={filter.q ?? ''}
                onChange={(event) => onFilter({ ...filter, q: event.target.value || undefined })}
                className="w-52"
            />
        </div>
    );
}
