import { api, Problem, take, type Channel } from '@/api/client';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { ago } from '@/ui/figures';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Toggle } from '@/ui/Toggle';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { plainAmount, plainPercent } from './plainPercent';

type Fee = Channel['fees'][number];

/** What a channel takes of a sale, and its switch. */
export function ChannelFees({ channel }: { channel: Channel }) {
    const client = useQueryClient();
    const share = channel.fees.find((fee) => fee.kind === 'percent');
    const fixed = channel.fees.find((fee) => fee.kind === 'fixed');
    const [percent, setPercent] = useState(share?.percent ?? '');
    const [minimum, setMinimum] = useState(share?.minimum ?? '');
    const [maximum, setMaximum] = useState(share?.maximum ?? '');
    const [amount, setAmount] = useState(fixed?.amount ?? '');
    const change = useMutation({
        mutationFn: (body: { fees?: Fee[]; automation_on?: boolean }) =>
            take(api.PATCH('/api/v1/channels/{id}', { params: { path: { id: channel.id } }, body })),
        onSuccess: () => {
            void client.invalidateQueries({ queryKey: ['channels'] });
            void client.invalidateQueries({ queryKey: ['listings'] });
        },
    });
    const problem = change.error instanceof Problem ? change.error : null;
    const save = () => {
        const fees: Fee[] = [];
        if (percent.trim()) {
            fees.push({
                kind: 'percent',
                percent: plainPercent(percent),
                on: 'landed',
                minimum: minimum.trim() ? plainAmount(minimum) : null,
                maximum: maximum.trim() ? plainAmount(maximum) : null,
            });
        }
        if (amount.trim()) fees.push({ kind: 'fixed', amount: plainAmount(amount) });
        change.mutate({ fees }, { onSuccess: () => toast(`Fees of ${channel.name} saved`) });
    };
    const fixedAt = percent.trim() ? 1 : 0;
    return (
        <section>
            <div className="flex items-center gap-4">
                <h2 className="text-[17px]">{channel.name}</h2>
                <Toggle
                    on={channel.automation_on}
                    onChange={(on) => change.mutate({ automation_on: on })}
                    label={`Repricing on ${channel.name}`}
                    words={['repricing on', 'repricing off']}
                    disabled={change.isPending}
                />
                <span className="text-text-3">listings brought in {ago(channel.synced_at)}</span>
            </div>
            {channel.problem && (
                <div className="mt-2">
                    <Notice>{channel.problem} It is tried again by itself.</Notice>
                </div>
            )}
            <form
                className="mt-3 grid max-w-[820px] grid-cols-[repeat(4,minmax(0,1fr))_auto] items-start gap-4 max-[900px]:grid-cols-2"
                onSubmit={(event) => {
                    event.preventDefault();
                    save();
                }}
            >
                <Field
                    label="Fee, of price with shipping"
                    unit="%"
                    inputMode="decimal"
                    placeholder="none"
                    value={percent}
                    onChange={(event) => setPercent(event.target.value)}
                    error={percent.trim() ? problem?.at('fees.0.percent') : undefined}
                />
                <Field
                    label="at least"
                    unit={channel.currency === 'EUR' ? '€' : ''}
                    inputMode="decimal"
                    placeholder="none"
                    value={minimum}
                    onChange={(event) => setMinimum(event.target.value)}
                    error={problem?.at('fees.0.minimum')}
                />
                <Field
                    label="at most"
                    unit={channel.currency === 'EUR' ? '€' : ''}
                    inputMode="decimal"
                    placeholder="none"
                    value={maximum}
                    onChange={(event) => setMaximum(event.target.value)}
                    error={problem?.at('fees.0.maximum')}
                />
                <Field
                    label="and a fixed fee a sale"
                    unit={channel.currency === 'EUR' ? '€' : ''}
                    inputMode="decimal"
                    placeholder="none"
                    value={amount}
                    onChange={(event) => setAmount(event.target.value)}
                    error={problem?.at(`fees.${fixedAt}.amount`)}
                />
                <Button type="submit" disabled={change.isPending} className="mt-[23px]">
                    Save fees
                </Button>
                {problem && Object.keys(problem.errors).length === 0 && (
                    <div className="col-span-full">
                        <ProblemNotice error={problem} />
                    </div>
                )}
            </form>
        </section>
    );
}
