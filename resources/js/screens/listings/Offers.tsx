import { t } from '@/messages/inspector';
import type { Offer } from '@/api/client';
import { priced } from '@/ui/figures';
import { dropped, fulfilled } from '@/ui/words';
import { clsx } from 'clsx';
import { Globe, House } from 'lucide-react';

/** The rivals' offers: those that count first, the others greyed with the reason. */
export function Offers({ offers, currency }: { offers: Offer[]; currency: string }) {
    if (offers.length === 0) return <p className="mt-4 text-text-2">{t('inspector.nobodyElseOffersThisAtThe')}</p>;
    return (
        <table className="mt-4 w-full">
            <caption className="sr-only">{t('inspector.offersOfRivalsWithShipping')}</caption>
            <thead className="sr-only">
                <tr>
                    <th scope="col">{t('inspector.seller')}</th>
                    <th scope="col">{t('inspector.terms')}</th>
                    <th scope="col">{t('inspector.priceWithShipping')}</th>
                </tr>
            </thead>
            <tbody>
                {offers.map((offer) => (
                    <tr
                        key={`${offer.seller} ${offer.condition} ${offer.landed}`}
                        className={clsx(
                            'border-b border-dotted border-line-2 align-baseline last:border-0',
                            offer.dropped && 'text-text-3',
                        )}
                    >
                        <td className="max-w-[120px] truncate py-1 pr-2" title={offer.name}>
                            {offer.is_web && (
                                <Globe
                                    size={12}
                                    className="mr-1 inline text-stripe"
                                    aria-label={t('inspector.shopOfItsOwn')}
                                />
                            )}
                            {offer.name}
                        </td>
                        <td className="py-1 pr-2 text-[12px] leading-tight text-text-3">
                            {offer.dropped
                                ? t('inspector.notCounted', { dropped: dropped(offer.dropped) })
                                : terms(offer)}
                        </td>
                        <td className="py-1 text-right whitespace-nowrap">
                            {priced(offer.landed, currency)}
                            <span className="inline-block w-4 pl-1">
                                {offer.buy_box && (
                                    <House
                                        size={11}
                                        className="inline text-stripe"
                                        aria-label={t('inspector.holdsTheBuyBox')}
                                    />
                                )}
                            </span>
                        </td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

function terms(offer: Offer): string {
    const parts = [
        offer.fulfilment === 'marketplace'
            ? fulfilled(offer.fulfilment)
            : offer.handling_days === null
              ? ''
              : `${offer.handling_days} d`,
    ];
    if (offer.rating_percent) parts.push(t('inspector.rated', { toFixed: Number(offer.rating_percent).toFixed(0) }));
    return parts.filter(Boolean).join(', ');
}
