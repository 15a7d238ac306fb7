import { t } from '@/messages/settings';
import { api, take, type Workspace } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import { useTaxRates, type TaxRate } from '@/api/queries';
import { dayInFull } from '@/messages/locale';
import { Button } from '@/ui/Button';
import { countryName } from '@/ui/countries';
import { exactPercent, money, signedPercent } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { useMutation, useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { toast } from 'sonner';
import { NewTaxRate } from './NewTaxRate';

/** What countries take of a sale: now, before, and from a day to come. */
export function TaxRates({ workspace }: { workspace: Workspace }) {
    const rates = useTaxRates();
    const [added, setAdded] = useState(0);
    return (
        <>
            <section>
                <h2 className="text-[17px]">{t('settings.taxByCountry')}</h2>
                <p className="mt-0.5 mb-3 max-w-[68ch] text-text-2">
                    {t('settings.taxIntro', { percent: exactPercent(workspace.tax_percent) })}
                </p>
                {rates.error && !rates.data && (
                    <ProblemNotice error={rates.error} onRetry={() => void rates.refetch()} />
                )}
                {rates.data?.length === 0 && <p className="text-text-2">{t('settings.noTaxRates')}</p>}
                {rates.data && rates.data.length > 0 && (
                    <table className="w-full max-w-[820px] text-left">
                        <thead className="text-[12.5px] text-text-2">
                            <tr className="border-b border-line-2">
                                <th className="w-40 py-1.5 font-medium">{t('settings.taxCountry')}</th>
                                <th className="w-40 py-1.5 font-medium">{t('settings.taxCategory')}</th>
                                <th className="w-20 py-1.5 text-right font-medium">{t('settings.taxRate')}</th>
                                <th className="py-1.5 pl-6 font-medium">{t('settings.taxFrom')}</th>
                                <th className="w-28">
                                    <span className="sr-only">{t('settings.takeTaxBack')}</span>
                                </th>
                            </tr>
                        </thead>
                        <tbody>
                            {rates.data.map((rate) => (
                                <Line key={rate.id} rate={rate} />
                            ))}
                        </tbody>
                    </table>
                )}
            </section>
            <section>
                <h2 className="mb-3 text-[17px]">{t('settings.addTaxRate')}</h2>
                <NewTaxRate key={added} onAdded={() => setAdded(added + 1)} />
            </section>
        </>
    );
}

const HOLDS = {
    now: 'settings.taxSince',
    later: 'settings.taxLater',
    earlier: 'settings.taxNoLonger',
} as const;

function Line({ rate }: { rate: TaxRate }) {
    const changed = useChanged();
    const takeBack = useMutation({
        meta: { failed: t('settings.taxNotTakenBack') },
        mutationFn: () => take(api.DELETE('/api/v1/tax-rates/{id}', { params: { path: { id: rate.id } } })),
        onSuccess: () => {
            changed('workspace', 'listings');
            toast(t('settings.taxTakenBack'));
        },
    });
    const name = countryName(rate.country);
    const percent = exactPercent(rate.percent);
    return (
        <tr className={clsx('border-b border-line align-baseline', rate.holds === 'earlier' && 'text-text-3')}>
            <th className="py-2 pr-3 text-left font-bold break-words">{name}</th>
            <td className="py-2 pr-3 break-words">{rate.category ?? t('settings.taxOfEverything')}</td>
            <td className="py-2 text-right whitespace-nowrap">{percent}</td>
            <td className="py-2 pl-6">
                {t(HOLDS[rate.holds], { day: dayInFull(rate.valid_from) })}
                {rate.holds === 'later' && <Effect id={rate.id} />}
            </td>
            <td className="py-2 text-right">
                <Button
                    look="quiet"
                    disabled={takeBack.isPending}
                    aria-label={t('settings.takeTaxBackOf', { name, percent })}
                    onClick={() => takeBack.mutate()}
                >
                    {t('settings.takeTaxBack')}
                </Button>
            </td>
        </tr>
    );
}

/** What the day of a rate will make of floors. */
function Effect({ id }: { id: number }) {
    const effect = useQuery({
        queryKey: key('tax-rates', id, 'effect'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/tax-rates/{id}/effect', { params: { path: { id } }, signal })),
    });
    if (!effect.data) return effect.error ? <ProblemNotice error={effect.error} /> : null;
    const { listings, floors, largest } = effect.data;
    return (
        <>
            <span className="block text-[12.5px] text-text-2">{t('settings.taxMoves', { listings, floors })}</span>
            {largest.slice(0, 3).map((move) => (
                <span key={move.listing_id} className="block text-[12.5px] whitespace-nowrap text-text-3">
                    {move.sku}: {money(move.before)} → {money(move.after)} {move.currency}
                    {move.percent !== null && ` (${signedPercent(move.percent)})`}
                </span>
            ))}
        </>
    );
}
