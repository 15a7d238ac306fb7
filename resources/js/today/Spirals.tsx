import type { components } from '@/api/schema';
import { Button } from '@/ui/Button';
import { ago, clock, money } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useAnswerSpiral, useSpirals, HOLDS, type SpiralAnswer } from '@/pricing/spirals';

type Spiral = components['schemas']['Spiral'];

const HOURS: readonly (readonly [string, string])[] = [
    ['4', '4 hours'],
    ['24', 'a day'],
    ['72', '3 days'],
    ['168', 'a week'],
];

/** Listings on which we and a rival step each other down, with what can be done about it. */
export function Spirals() {
    const spirals = useSpirals();
    if (spirals.error) return <ProblemNotice error={spirals.error} onRetry={() => void spirals.refetch()} />;
    if (!spirals.data || spirals.data.length === 0) return null;
    return (
        <section aria-label="Stepping each other down">
            <h2 className="text-[17px]">Stepping each other down</h2>
            <p className="mb-1.5 max-w-[75ch] text-text-2">
                Each of you goes a little under the other, by turns. It ends at somebody’s floor, or when one goes up.
            </p>
            <ul className="border border-line bg-sheet">
                {spirals.data.map((spiral) => (
                    <Line key={spiral.id} spiral={spiral} />
                ))}
            </ul>
        </section>
    );
}

function Line({ spiral }: { spiral: Spiral }) {
    const [hours, setHours] = useState('24');
    const answer = useAnswerSpiral(spiral.id, Number(hours));
    const say = (how: SpiralAnswer, words: string) => (
        <Button
            key={how}
            look={how === 'leave' ? 'quiet' : 'plain'}
            disabled={answer.isPending}
            onClick={() =>
                answer.mutate(how, {
                    onSuccess: () =>
                        how === 'step_up' && toast(`${spiral.sku} goes up to ${money(spiral.step_up ?? '')}`),
                })
            }
            aria-label={`${words}: ${spiral.sku}`}
        >
            {words}
        </Button>
    );
    return (
        <li className="grid gap-1.5 border-b border-line px-3 py-2.5 last:border-b-0">
            <div className="flex flex-wrap items-baseline gap-x-3">
                <Link
                    to={`/listings?q=${encodeURIComponent(spiral.sku)}&listing=${spiral.listing}`}
                    className="font-bold hover:underline"
                >
                    {spiral.title}
                </Link>
                <span className="text-text-3">
                    {spiral.sku} · {spiral.channel}
                </span>
                <span className="ml-auto whitespace-nowrap">about {money(spiral.stake)} € a month</span>
            </div>
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 text-text-2">
                <span>
                    {spiral.name}, {spiral.rounds} rounds, begun {ago(spiral.since)}: you {money(spiral.own_from)} →{' '}
                    {money(spiral.own_to)}, they are at {money(spiral.rival_to)}
                    {spiral.floor !== null && <>; your floor is {money(spiral.floor)}</>}
                </span>
                {spiral.answer ? (
                    <span className="ml-auto flex items-center gap-2">
                        {HOLDS[spiral.answer]} until {clock(spiral.until ?? '')}
                        {say('leave', 'End that')}
                    </span>
                ) : (
                    <span className="ml-auto flex flex-wrap items-center gap-2">
                        <Select
                            label={`For how long, ${spiral.sku}`}
                            hideLabel
                            value={hours}
                            options={HOURS}
                            onChange={setHours}
                        />
                        {say('hold', 'Stay here')}
                        {spiral.step_up !== null && say('step_up', `Go up to ${money(spiral.step_up)}`)}
                        {spiral.can_ignore && say('ignore', 'Leave that rival out')}
                        {say('leave', 'Leave it')}
                    </span>
                )}
            </div>
            {answer.error && <ProblemNotice error={answer.error} />}
        </li>
    );
}
