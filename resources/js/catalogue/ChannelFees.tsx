import { api, Problem, take, type Channel } from '@/api/client';
import { useFacets, useWaiting } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { ago, clock } from '@/ui/figures';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Tick } from '@/ui/Tick';
import { Toggle } from '@/ui/Toggle';
import { count } from '@/ui/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { ConnectionLine } from './channels/ConnectionLine';
import { ImportProgress } from './channels/ImportProgress';
import { FeeLines, type Fee } from './FeeLines';
import { plainAmount, plainPercent } from './plainPercent';

type Categories = Channel['categories'];
type Terms = Categories[string];
type ChannelChange = Partial<Pick<Channel, 'fees' | 'categories' | 'automation_on' | 'tax_percent' | 'tax_included'>>;

/** What waits because a channel is switched off. */
function WhatWaits({ channel }: { channel: Channel }) {
    const waiting = useWaiting('switch', channel.id);
    return (
        <p className="mt-1 text-text-2">
            {waiting > 0
                ? `${count(waiting, 'price waits', 'prices wait')}. Rules keep them up to date; each is checked once more before it is sent when you switch it on again.`
                : 'No price waits. What is decided or set now waits until you switch it on again.'}
        </p>
    );
}

/** What a channel takes of a sale, in general and in categories of their own, and its switch. */
export function ChannelFees({ channel }: { channel: Channel }) {
    const client = useQueryClient();
    const [fees, setFees] = useState<Fee[]>(channel.fees);
    const [categories, setCategories] = useState<Categories>(channel.categories);
    const [tax, setTax] = useState(channel.tax_percent ?? '');
    const [included, setIncluded] = useState(channel.tax_included);
    const change = useMutation({
        mutationFn: (body: ChannelChange) =>
            take(api.PATCH('/api/v1/channels/{id}', { params: { path: { id: channel.id } }, body })),
        onSuccess: () => {
            for (const key of ['channels', 'listings', 'changes']) void client.invalidateQueries({ queryKey: [key] });
        },
    });
    const problem = change.error instanceof Problem ? change.error : null;
    const unit = channel.currency === 'EUR' ? '€' : '';
    const save = () =>
        change.mutate(
            {
                fees: fees.map(plainFee),
                categories: plainCategories(categories),
                tax_percent: tax,
                tax_included: included,
            },
            { onSuccess: () => toast(`Fees of ${channel.name} saved. Floors are being worked out again.`) },
        );
    return (
        <section>
            <div className="flex items-center gap-4">
                <h2 className="text-[17px]">{channel.name}</h2>
                <Toggle
                    on={channel.automation_on}
                    onChange={(on) => change.mutate({ automation_on: on })}
                    label={`Prices for ${channel.name}`}
                    words={['prices are sent', 'nothing is sent']}
                    disabled={change.isPending}
                />
                {channel.synced_at && <span className="text-text-3">listings brought in {ago(channel.synced_at)}</span>}
            </div>
            {!channel.automation_on && <WhatWaits channel={channel} />}
            {channel.problem && (
                <div className="mt-2">
                    <Notice>
                        {channel.problem}{' '}
                        {channel.rests_until
                            ? `It is left alone until ${clock(channel.rests_until)} and then tried again by itself.`
                            : 'It is tried again by itself.'}
                    </Notice>
                </div>
            )}
            <ImportProgress channel={channel} />
            <ConnectionLine channel={channel} />
            <form
                className="mt-3 grid gap-4"
                onSubmit={(event) => {
                    event.preventDefault();
                    save();
                }}
            >
                <div>
                    <h3 className="mb-1.5 text-[14px]">What it takes of a sale</h3>
                    <FeeLines
                        fees={fees}
                        onChange={setFees}
                        unit={unit}
                        errorAt={(field) => problem?.at(`fees.${field}`)}
                    />
                </div>
                <div className="flex flex-wrap items-start gap-4">
                    <Field
                        label="Tax (VAT)"
                        className="w-40"
                        unit="%"
                        inputMode="decimal"
                        placeholder="as in general"
                        value={tax}
                        onChange={(event) => setTax(event.target.value)}
                        error={problem?.at('tax_percent')}
                    />
                    <Select
                        label="Its prices"
                        className="w-56"
                        value={included === null ? '' : included ? 'with' : 'without'}
                        options={[
                            ['', 'contain it as in general'],
                            ['with', 'contain the tax'],
                            ['without', 'do not contain the tax'],
                        ]}
                        onChange={(how) => setIncluded(how === '' ? null : how === 'with')}
                    />
                </div>
                <OwnTerms
                    categories={categories}
                    onChange={setCategories}
                    unit={unit}
                    general={fees}
                    problem={problem}
                />
                {problem && Object.keys(problem.errors).length === 0 && <ProblemNotice error={problem} />}
                <div>
                    <Button look="main" type="submit" disabled={change.isPending}>
                        Save fees of {channel.name}
                    </Button>
                </div>
            </form>
        </section>
    );
}

interface OwnTermsProps {
    categories: Categories;
    onChange: (categories: Categories) => void;
    unit: string;
    general: Fee[];
    problem: Problem | null;
}

/** Categories whose fees or tax differ. */
function OwnTerms({ categories, onChange, unit, general, problem }: OwnTermsProps) {
    const facets = useFacets();
    const names = Object.keys(categories);
    const free = facets.data?.categories.filter((name) => !names.includes(name)) ?? [];
    const set = (name: string, terms: Partial<Terms>) =>
        onChange({ ...categories, [name]: { ...categories[name], ...terms } });
    return (
        <div className="grid gap-4">
            {names.map((name) => {
                const terms = categories[name]!;
                const at = (field: string) => problem?.at(`categories.${name}.${field}`);
                return (
                    <fieldset key={name} className="grid gap-3 border-l-2 border-line-2 pl-4">
                        <legend className="float-left mb-1 flex w-full items-center gap-3 font-bold">
                            {name}
                            <Button
                                look="quiet"
                                onClick={() =>
                                    onChange(
                                        Object.fromEntries(
                                            Object.entries(categories).filter(([other]) => other !== name),
                                        ),
                                    )
                                }
                            >
                                As in general
                            </Button>
                        </legend>
                        <Field
                            label="Tax (VAT)"
                            className="w-40"
                            unit="%"
                            inputMode="decimal"
                            placeholder="as on the channel"
                            value={terms.tax_percent ?? ''}
                            onChange={(event) => set(name, { tax_percent: event.target.value })}
                            error={at('tax_percent')}
                        />
                        <label className="flex items-center gap-2">
                            <Tick
                                checked={terms.fees != null}
                                onChange={(on) => set(name, { fees: on ? general : null })}
                                label={`Fees of its own for ${name}`}
                            />
                            Fees of its own
                        </label>
                        {terms.fees != null && (
                            <FeeLines
                                fees={terms.fees}
                                onChange={(fees) => set(name, { fees })}
                                unit={unit}
                                errorAt={(field) => at(`fees.${field}`)}
                            />
                        )}
                    </fieldset>
                );
            })}
            {free.length > 0 && (
                <Select
                    label="Other fees or tax for a category"
                    className="w-64"
                    value=""
                    options={[['', 'choose a category'], ...free.map((name) => [name, name] as const)]}
                    onChange={(name) => name && onChange({ ...categories, [name]: { fees: null, tax_percent: null } })}
                />
            )}
        </div>
    );
}

const amount = (text: string | null | undefined) => (text?.trim() ? plainAmount(text) : null);

/** As the server reads it, whatever way people write their decimals. */
function plainFee(fee: Fee): Fee {
    if (fee.kind === 'fixed') return { kind: 'fixed', amount: plainAmount(fee.amount ?? '') };
    if (fee.kind === 'percent')
        return {
            kind: 'percent',
            percent: plainPercent(fee.percent ?? ''),
            on: fee.on,
            minimum: amount(fee.minimum),
            maximum: amount(fee.maximum),
        };
    return {
        kind: 'tiered',
        mode: fee.mode,
        on: fee.on,
        tiers: fee.tiers?.map((tier, index, all) => ({
            up_to: index === all.length - 1 ? null : plainAmount(tier.up_to ?? ''),
            percent: plainPercent(tier.percent),
        })),
    };
}

function plainCategories(categories: Categories): Categories {
    return Object.fromEntries(
        Object.entries(categories).map(([name, terms]) => [
            name,
            {
                fees: terms.fees?.map(plainFee) ?? null,
                tax_percent: terms.tax_percent?.trim() ? plainPercent(terms.tax_percent) : null,
            },
        ]),
    );
}
