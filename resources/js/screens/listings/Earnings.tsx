import { rich, t } from '@/messages/inspector';
import { key } from '@/api/keys';
import { api, Problem, take, type ListingDetail } from '@/api/client';
import { FigureInput } from '@/edit/FigureInput';
import { amountReader, currencyFormat, isRead } from '@/edit/reading';
import { Beside } from '@/ui/Beside';
import { money, percent, signed, symbol } from '@/ui/figures';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

const NAMES = {
    break_even: t('inspector.breakEven'),
    floor: t('inspector.floor'),
    now: t('inspector.now'),
    ceiling: t('inspector.ceiling'),
} as const;

/** What the listing earns at its limits, now, and at any price one cares to type. */
export function Earnings({ detail }: { detail: ListingDetail }) {
    const { listing, earnings } = detail;
    if (detail.cost === null) return null;
    return (
        <section className="mt-4">
            <h3 className="mb-1 text-[14px]">{t('inspector.whatAPriceEarns')}</h3>
            <table className="mb-3 w-full text-right text-[12.5px]">
                <thead className="text-text-3">
                    <tr>
                        <th className="text-left font-normal">{t('inspector.at')}</th>
                        <th className="font-normal">{t('inspector.price', { symbol: symbol(listing.currency) })}</th>
                        <th className="font-normal">{t('inspector.profit', { symbol: symbol(listing.currency) })}</th>
                        <th className="font-normal">{t('inspector.margin')}</th>
                        <th className="font-normal">{t('inspector.markup')}</th>
                    </tr>
                </thead>
                <tbody>
                    {earnings.map(({ at, earnings: one }) => (
                        <tr
                            key={at}
                            className={`border-t border-dotted border-line-2 ${at === 'now' ? 'font-bold' : ''}`}
                        >
                            <th className={`py-1 text-left ${at === 'now' ? '' : 'font-normal'}`}>{NAMES[at]}</th>
                            <td>{money(one.price)}</td>
                            <td>
                                {signed(one.profit, '')}
                                <Beside amount={one.profit_own} />
                            </td>
                            <td>{percent(one.margin_percent)}</td>
                            <td>{percent(one.markup_percent)}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <AnyPrice key={listing.id} listing={listing} />
        </section>
    );
}

function AnyPrice({ listing }: { listing: ListingDetail['listing'] }) {
    const { id, price: start, version, currency } = listing;
    const [typed, setTyped] = useState(start);
    const [asked, setAsked] = useState(start);
    const format = currencyFormat(currency);
    const reader = amountReader(format);
    const reading = reader(typed);
    const value = isRead(reading) ? reading.value : null;
    useEffect(() => {
        if (value === null) return;
        const timer = window.setTimeout(() => setAsked(value), 250);
        return () => window.clearTimeout(timer);
    }, [value]);
    const answer = useQuery({
        queryKey: key('listing', id, 'earnings', asked, version),
        queryFn: ({ signal }) =>
            take(
                api.GET('/api/v1/listings/{id}/earnings', {
                    params: { path: { id }, query: { price: asked } },
                    signal,
                }),
            ),
        retry: false,
        placeholderData: keepPreviousData,
    });
    const problem = answer.error instanceof Problem ? answer.error.says : undefined;
    const one = answer.data;
    return (
        <div className="grid grid-cols-[120px_1fr] items-start gap-3">
            <FigureInput
                label={t('inspector.atAPriceOf')}
                unit={format.symbol}
                reader={reader}
                value={typed}
                onChange={setTyped}
            />
            <p className="pt-[22px] text-[12.5px]" aria-live="polite">
                {problem && <span className="text-broken">{problem}</span>}
                {!problem && one && (
                    <>
                        {rich('inspector.feeTaxMarginMarkup', {
                            fees: money(one.fees),
                            tax: money(one.tax),
                            b: <b>{t('inspector.profit2', { profit: signed(one.profit, currency) })}</b>,
                            marginPercent: percent(one.margin_percent),
                            markupPercent: percent(one.markup_percent),
                        })}
                    </>
                )}
            </p>
        </div>
    );
}
