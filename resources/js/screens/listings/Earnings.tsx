import { api, Problem, take, type ListingDetail } from '@/api/client';
import { Field } from '@/ui/Field';
import { money, percent, signed } from '@/ui/figures';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

const NAMES = { break_even: 'Break even', floor: 'Floor', now: 'Now', ceiling: 'Ceiling' } as const;

/** What the listing earns at its limits, now, and at any price one cares to type. */
export function Earnings({ detail }: { detail: ListingDetail }) {
    const { listing, earnings } = detail;
    if (detail.cost === null) return null;
    return (
        <section className="mt-4">
            <h3 className="mb-1 text-[14px]">What a price earns</h3>
            <table className="mb-3 w-full text-right text-[12.5px]">
                <thead className="text-text-3">
                    <tr>
                        <th className="text-left font-normal">at</th>
                        <th className="font-normal">price</th>
                        <th className="font-normal">profit</th>
                        <th className="font-normal">margin</th>
                        <th className="font-normal">markup</th>
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
                            <td>{signed(one.profit)}</td>
                            <td>{percent(one.margin_percent)}</td>
                            <td>{percent(one.markup_percent)}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <AnyPrice key={listing.id} id={listing.id} start={listing.price} version={listing.version} />
        </section>
    );
}

function AnyPrice({ id, start, version }: { id: number; start: string; version: number }) {
    const [typed, setTyped] = useState(start);
    const [asked, setAsked] = useState(start);
    useEffect(() => {
        const timer = window.setTimeout(() => setAsked(typed.trim()), 250);
        return () => window.clearTimeout(timer);
    }, [typed]);
    const answer = useQuery({
        queryKey: ['listing', id, 'earnings', asked, version],
        queryFn: () =>
            take(api.GET('/api/v1/listings/{id}/earnings', { params: { path: { id }, query: { price: asked } } })),
        enabled: asked !== '',
        retry: false,
        placeholderData: keepPreviousData,
    });
    const problem = answer.error instanceof Problem ? answer.error.says : undefined;
    const one = answer.data;
    return (
        <div className="grid grid-cols-[92px_1fr] items-start gap-3">
            <Field
                label="At a price of"
                inputMode="decimal"
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
                aria-invalid={problem ? true : undefined}
            />
            <p className="pt-[22px] text-[12.5px]" aria-live="polite">
                {problem && <span className="text-broken">{problem}</span>}
                {!problem && one && (
                    <>
                        fee {money(one.fees)}, tax {money(one.tax)}, <b>profit {signed(one.profit)}</b>, margin{' '}
                        {percent(one.margin_percent)}, markup {percent(one.markup_percent)}
                    </>
                )}
            </p>
        </div>
    );
}
