import type { components } from '@/api/schema';
import { Button } from '@/ui/Button';
import { ago, clock, money } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useAnswerPriceWar, usePriceWars, HOLDS, type PriceWarAnswer } from '@/pricing/price-wars';

type PriceWar = components['schemas']['PriceWar'];

const HOURS: readonly (readonly [string, string])[] = [
    ['4', '4 hours'],
    ['24', 'a day'],
    ['72', '3 days'],
    ['168', 'a week'],
];

/** Listings on which we and a rival step each other down, with what can be done about it. */
export function PriceWars() {
    const priceWars = usePriceWars();
    if (priceWars.error && !priceWars.data)
        return <ProblemNotice error={priceWars.error} onRetry={() => void priceWars.refetch()} />;
    if (!priceWars.data || priceWars.data.length === 0) return null;
    return (
        <section aria-label="Stepping each other down">
            <h2 className="text-[17px]">Stepping each other down</h2>
            <p className="mb-1.5 max-w-[75ch] text-text-2">
                Each of you goes a little under the other, by turns. It ends at somebody’s floor, or when one goes up.
            </p>
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
    const answer = useAnswerPriceWar(priceWar.id, Number(hours));
    const say = (how: PriceWarAnswer, words: string) => (
        <Button
            key={how}
            look={how === 'leave' ? 'quiet' : 'plain'}
            disabled={answer.isPending}
            onClick={() =>
                answer.mutate(how, {
                    onSuccess: () =>
                        how === 'step_up' && toast(`${priceWar.sku} goes up to ${money(priceWar.step_up ?? '')}`),
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
                <span className="ml-auto whitespace-nowrap">about {money(priceWar.stake)} € a month</span>
            </div>
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 text-text-2">
                <span>
                    {priceWar.name}, {priceWar.rounds} rounds, begun {ago(priceWar.since)}: you{' '}
                    {money(priceWar.own_from)} → {money(priceWar.own_to)}, they are at {money(priceWar.rival_to)}
                    {priceWar.floor !== null && <>; your floor is {money(priceWar.floor)}</>}
                </span>
                {priceWar.answer ? (
                    <span className="ml-auto flex items-center gap-2">
                        {HOLDS[priceWar.answer]} until {clock(priceWar.until ?? '')}
                        {say('leave', 'End that')}
                    </span>
                ) : (
                    <span className="ml-auto flex flex-wrap items-center gap-2">
                        <Select
                            label={`For how long, ${priceWar.sku}`}
                            hideLabel
                            value={hours}
                            options={HOURS}
                            onChange={setHours}
                        />
                        {say('hold', 'Stay here')}
                        {priceWar.step_up !== null && say('step_up', `Go up to ${money(priceWar.step_up)}`)}
                        {priceWar.can_ignore && say('ignore', 'Leave that rival out')}
                        {say('leave', 'Leave it')}
                    </span>
                )}
            </div>
            {answer.error && <ProblemNotice error={answer.error} />}
        </li>
    );
}
