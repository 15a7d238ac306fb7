import { api, Problem, take } from '@/api/client';
import { useStartBatch } from '@/catalogue/batches/queries';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { money, percent, signedPercent } from '@/ui/figures';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Tick } from '@/ui/Tick';
import { Window } from '@/ui/Window';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { finishMarkup, markupDraft, type Markup, type MarkupDraft } from './markupTerms';
import type { Supplier } from './SupplierMarkups';

const BY = [
    ['percent', '% of cost'],
    ['amount', '€'],
] as const;

interface Props {
    supplier: Supplier;
    others: string[];
    onClose: () => void;
}

/** A supplier's markup, and beside it what it makes of real listings. */
export function MarkupWindow({ supplier, others, onClose }: Props) {
    const client = useQueryClient();
    const [, setParams] = useSearchParams();
    const start = useStartBatch();
    const [stands, setStands] = useState<Stands>();
    const [draft, setDraft] = useState(() => markupDraft(supplier.markup));
    const [also, setAlso] = useState<ReadonlySet<string>>(new Set());
    const set = (change: Partial<MarkupDraft>) => setDraft((before) => ({ ...before, ...change }));
    const save = useMutation({
        mutationFn: (markup: Markup | null) =>
            take(api.PUT('/api/v1/suppliers/markup', { body: { suppliers: [supplier.name, ...also], markup } })),
        onSuccess: () => void client.invalidateQueries({ queryKey: ['suppliers'] }),
    });
    const keep = (markup: Markup | null) =>
        save.mutate(markup, {
            onSuccess: () => {
                toast(markup ? `Markup of ${supplier.name} kept` : `Markup of ${supplier.name} taken away`);
                onClose();
            },
        });
    /** Kept, and what it would do to all its listings is worked out and shown. */
    const apply = () =>
        save.mutate(finishMarkup(draft), {
            onSuccess: () =>
                start.mutate(
                    { edit: 'markup', wanted: { ...stands }, filter: { supplier: supplier.name } },
                    {
                        onSuccess: (batch) => {
                            onClose();
                            setParams({ batch: batch.id });
                        },
                    },
                ),
        });
    const problem = save.error instanceof Problem ? save.error : null;
    const busy = save.isPending || start.isPending;
    return (
        <Window open onClose={onClose} title={`Markup of ${supplier.name}`} wide>
            <form
                className="grid gap-4"
                onSubmit={(event) => {
                    event.preventDefault();
                    keep(finishMarkup(draft));
                }}
            >
                <Tiers draft={draft} set={set} problem={problem} />
                <More draft={draft} set={set} problem={problem} />
                <BeforeAfter supplier={supplier.name} draft={draft} />
                {others.length > 0 && (
                    <details>
                        <summary className="text-text-2">The same for other suppliers</summary>
                        <ul className="mt-1.5 grid grid-cols-3 gap-1">
                            {others.map((name) => (
                                <li key={name}>
                                    <label className="flex items-center gap-2">
                                        <Tick
                                            checked={also.has(name)}
                                            label={name}
                                            onChange={(on) =>
                                                setAlso((before) => {
                                                    const next = new Set(before);
                                                    if (on) next.add(name);
                                                    else next.delete(name);
                                                    return next;
                                                })
                                            }
                                        />
                                        {name}
                                    </label>
                                </li>
                            ))}
                        </ul>
                    </details>
                )}
                {[save.error, start.error].map(
                    (error, index) =>
                        error &&
                        !(error === problem && Object.keys(problem?.errors ?? {}).length > 0) && (
                            <ProblemNotice key={index} error={error} />
                        ),
                )}
                <HandPriceStands
                    label="Prices of listings that are there stand"
                    value={stands}
                    onChange={setStands}
                    className="w-72"
                />
                <div className="flex flex-wrap gap-2">
                    <Button look="main" type="submit" disabled={busy}>
                        Keep it for new drafts
                    </Button>
                    <Button disabled={busy} onClick={apply}>
                        Keep it, and price its listings by it…
                    </Button>
                    {supplier.markup && (
                        <Button look="quiet" disabled={busy} onClick={() => keep(null)}>
                            Take it away
                        </Button>
                    )}
                </div>
            </form>
        </Window>
    );
}

interface PartProps {
    draft: MarkupDraft;
    set: (change: Partial<MarkupDraft>) => void;
    problem: Problem | null;
}

/** Each tier runs to one cent below the next; the first starts at nothing, the last is open. */
function Tiers({ draft: { tiers }, set, problem }: PartProps) {
    const put = (index: number, change: Partial<MarkupDraft['tiers'][number]>) =>
        set({ tiers: tiers.map((tier, at) => (at === index ? { ...tier, ...change } : tier)) });
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 font-bold">On the unit cost</legend>
            {tiers.map((tier, index) => (
                <div key={index} className="flex items-start gap-3">
                    {index === 0 ? (
                        <p className="w-36 pt-[29px] text-text-2">from a cost of 0</p>
                    ) : (
                        <Field
                            label={<span className="sr-only">from a cost of</span>}
                            className="w-36"
                            unit="€"
                            inputMode="decimal"
                            value={tier.from}
                            onChange={(event) => put(index, { from: event.target.value })}
                            error={problem?.at(`markup.tiers.${index}.from`)}
                        />
                    )}
                    <Field
                        label={index === 0 ? 'markup' : <span className="sr-only">markup</span>}
                        className="w-28"
                        inputMode="decimal"
                        value={tier.figure}
                        onChange={(event) => put(index, { figure: event.target.value })}
                        error={
                            problem?.at(`markup.tiers.${index}.percent`) ?? problem?.at(`markup.tiers.${index}.amount`)
                        }
                    />
                    <Select
                        label="in"
                        hideLabel={index > 0}
                        className={index > 0 ? 'w-32 pt-1' : 'w-32'}
                        value={tier.by}
                        options={BY}
                        onChange={(by) => put(index, { by })}
                    />
                    {index > 0 && (
                        <Button
                            look="quiet"
                            className="mt-1"
                            onClick={() => set({ tiers: tiers.filter((_, at) => at !== index) })}
                        >
                            Take away
                        </Button>
                    )}
                </div>
            ))}
            <div>
                <Button
                    look="quiet"
                    onClick={() => set({ tiers: [...tiers, { from: '', figure: '', by: 'percent' }] })}
                >
                    Add a tier
                </Button>
            </div>
        </fieldset>
    );
}

function More({ draft, set, problem }: PartProps) {
    return (
        <div className="grid grid-cols-3 items-start gap-3">
            <Field
                label="Fixed fee on top"
                unit="€"
                inputMode="decimal"
                placeholder="none"
                value={draft.fee}
                onChange={(event) => set({ fee: event.target.value })}
                error={problem?.at('markup.fee')}
            />
            <Field
                label="At least this profit a piece"
                unit="€"
                inputMode="decimal"
                placeholder="none"
                value={draft.minProfit}
                onChange={(event) => set({ minProfit: event.target.value })}
                error={problem?.at('markup.min_profit')}
            />
            <Field
                label="Reference (“was”) price above it by"
                unit="%"
                inputMode="decimal"
                placeholder="none"
                value={draft.was}
                onChange={(event) => set({ was: event.target.value })}
                error={problem?.at('markup.was_percent')}
            />
            <Field
                label="Endings"
                placeholder="such as .99 .49"
                value={draft.endings}
                onChange={(event) => set({ endings: event.target.value })}
                error={problem?.at('markup.ending.endings.0')}
            />
            <Select
                label="To an ending"
                value={draft.round}
                options={[
                    ['nearest', 'the nearest'],
                    ['down', 'down'],
                    ['up', 'up'],
                ]}
                onChange={(round) => set({ round })}
            />
            <div className="grid grid-cols-2 gap-2">
                <Field
                    label="On shipping cost"
                    inputMode="decimal"
                    placeholder="none"
                    value={draft.shipping}
                    onChange={(event) => set({ shipping: event.target.value })}
                    error={problem?.at('markup.shipping.percent') ?? problem?.at('markup.shipping.amount')}
                />
                <Select
                    label="in"
                    value={draft.shippingBy}
                    options={BY}
                    onChange={(shippingBy) => set({ shippingBy })}
                />
            </div>
        </div>
    );
}

function BeforeAfter({ supplier, draft }: { supplier: string; draft: MarkupDraft }) {
    const [asked, setAsked] = useState(draft);
    useEffect(() => {
        const timer = window.setTimeout(() => setAsked(draft), 350);
        return () => window.clearTimeout(timer);
    }, [draft]);
    const ready = asked.tiers.every((tier) => tier.figure.trim() !== '');
    const rows = useQuery({
        queryKey: ['try-markup', supplier, asked],
        queryFn: () =>
            take(api.POST('/api/v1/suppliers/try-markup', { body: { supplier, markup: finishMarkup(asked) } })),
        enabled: ready,
        retry: false,
        placeholderData: keepPreviousData,
    });
    if (!ready) return <p className="text-text-2">Give the markup to see what it makes of real listings.</p>;
    if (rows.error)
        return <p className="text-text-2">As it stands it cannot be worked out: {(rows.error as Problem).says}</p>;
    return (
        <div className="max-h-[24vh] overflow-auto" tabIndex={0} role="region" aria-label="Before and after">
            <table className="w-full text-right text-[12.5px]">
                <thead className="sticky top-0 bg-sheet text-text-2">
                    <tr>
                        {[
                            'Listing',
                            'Cost €',
                            'Price now €',
                            'By markup €',
                            'Change',
                            'Was €',
                            'Margin of price',
                            'Markup on cost',
                        ].map((name, index) => (
                            <th
                                key={name}
                                scope="col"
                                className={`py-1 pl-3 font-medium ${index === 0 ? 'text-left' : ''}`}
                            >
                                {name}
                            </th>
                        ))}
                    </tr>
                </thead>
                <tbody>
                    {rows.data?.map((row) => (
                        <tr key={`${row.sku}${row.channel}`} className="border-t border-line align-baseline">
                            <td className="max-w-[230px] py-1 text-left">
                                <span className="block truncate">{row.title}</span>
                                <span className="text-[12px] text-text-3">
                                    {row.sku} · {row.channel}
                                    {row.why && <span className="text-broken"> · {row.why}</span>}
                                </span>
                            </td>
                            <td>{money(row.cost)}</td>
                            <td>{money(row.old_price)}</td>
                            <td className="font-bold">{money(row.new_price)}</td>
                            <td>{signedPercent(row.change_percent)}</td>
                            <td>{money(row.was)}</td>
                            <td>{percent(row.margin_percent)}</td>
                            <td>{percent(row.markup_percent)}</td>
                        </tr>
                    ))}
                </tbody>
            </table>
        </div>
    );
}
