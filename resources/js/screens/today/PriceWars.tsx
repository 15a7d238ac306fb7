import { t } from '@/messages/today';
import type { components } from '@/api/schema';
import { useOwnCurrency } from '@/api/queries';
import { Button } from '@/ui/Button';
import { ago, clock, inCurrency, money, priced } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useAnswerPriceWar, usePriceWars, holds, type PriceWarAnswer } from '@/pricing/price-wars';

type PriceWar = components['schemas']['PriceWar'];

const HOURS: readonly (readonly [string, string])[] = [
    ['4', t('today.hours4')],
    ['24', t('today.hours24')],
    ['72', t('today.hours72')],
    ['168', t('today.hours168')],
];

/** Listings on which we and a rival step each other down, with what can be done about it. */
export function PriceWars() {
    const priceWars = usePriceWars();
    if (priceWars.error && !priceWars.data)
        return <ProblemNotice error={priceWars.error} onRetry={() => void priceWars.refetch()} />;
    if (!priceWars.data || priceWars.data.length === 0) return null;
    return (
        <section aria-label={t('today.priceWars')}>
            <h2 className="text-[17px]">{t('today.priceWars')}</h2>
            <p className="mb-1.5 max-w-[75ch] text-text-2">{t('today.priceWarsWhy')}</p>
            <ul className="border border-line bg-sheet">
                {priceWars.data.map((priceWar) => (
                    <Line key={priceWar.id} priceWar={priceWar} />
                ))}
            </ul>
        </section>
    );
}

function Line({ priceWar }: { priceWar: PriceWar }) {
    const [hours, setHours] = useState('24');
    const currency = useOwnCurrency();
    const answer = useAnswerPriceWar(priceWar.id, Number(hours));
    const say = (how: PriceWarAnswer, words: string) => (
        <Button
            key={how}
            look={how === 'leave' ? 'quiet' : 'plain'}
            disabled={answer.isPending}
            onClick={() =>
                answer.mutate(how, {
                    onSuccess: () =>
                        how === 'step_up' &&
                        toast(
                            t('today.warSteppedUp', {
                                sku: priceWar.sku,
                                price: priced(priceWar.step_up, priceWar.currency),
                            }),
                        ),
                })
            }
            aria-label={`${words}: ${priceWar.sku}`}
        >
            {words}
        </Button>
    );
    return (
        <li className="grid gap-1.5 border-b border-line px-3 py-2.5 last:border-b-0">
            <div className="flex flex-wrap items-baseline gap-x-3">
                <Link
                    to={`/listings?q=${encodeURIComponent(priceWar.sku)}&listing=${priceWar.listing}`}
                    className="font-bold hover:underline"
                >
                    {priceWar.title}
                </Link>
                <span className="text-text-3">
                    {priceWar.sku} · {priceWar.channel}
                </span>
                <span className="ml-auto whitespace-nowrap">
                    {t('today.priceWarStake', { stake: inCurrency(priceWar.stake, currency) })}
                </span>
            </div>
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 text-text-2">
                <span title={clock(priceWar.since)}>
                    {t('today.priceWar', {
                        name: priceWar.name,
                        rounds: priceWar.rounds,
                        time: ago(priceWar.since),
                        from: money(priceWar.own_from),
                        to: priced(priceWar.own_to, priceWar.currency),
                        rival: priced(priceWar.rival_to, priceWar.currency),
                        hasFloor: priceWar.floor === null ? 'no' : 'yes',
                        floor: priced(priceWar.floor, priceWar.currency),
                    })}
                </span>
                {priceWar.answer ? (
                    <span className="ml-auto flex items-center gap-2">
                        {t('today.warUntil', {
                            holds: holds(priceWar.answer),
                            time: clock(priceWar.until ?? ''),
                        })}
                        {say('leave', t('today.warEnd'))}
                    </span>
                ) : (
                    <span className="ml-auto flex flex-wrap items-center gap-2">
                        <Select
                            label={t('today.warFor', { sku: priceWar.sku })}
                            hideLabel
                            value={hours}
                            options={HOURS}
                            onChange={setHours}
                        />
                        {say('hold', t('today.warHold'))}
                        {priceWar.step_up !== null &&
                            say(
                                'step_up',
                                t('today.warStepUp', { price: priced(priceWar.step_up, priceWar.currency) }),
                            )}
                        {priceWar.can_ignore && say('ignore', t('today.warIgnore'))}
                        {say('leave', t('today.warLeave'))}
                    </span>
                )}
            </div>
            {answer.error && <ProblemNotice error={answer.error} />}
        </li>
    );
}
