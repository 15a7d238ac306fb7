import { useSaid } from '@/api/said';
import { Problem, type BulkEdit, type ListingFilter } from '@/api/client';
import { useFacets, useRules, useWorkspace } from '@/api/queries';
import { useStartBatch, type Edit } from '@/catalogue/batches/queries';
import { ActionForm } from '@/edit/ActionForm';
import { FigureField, SelectField, TextField } from '@/edit/fields';
import {
    amountReader,
    currencyFormat,
    dateReader,
    percentReader,
    type CurrencyFormat,
    type Reader,
} from '@/edit/reading';
import { figureAt, optionalFigure, resolverOf } from '@/edit/schemas';
import { Button } from '@/ui/Button';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { ProblemNotice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { count } from '@/ui/words';
import { useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { z } from 'zod';
import { size, type Selection } from '@/ui/grid/selection';
import { exportAddress } from './useListingView';

/** So many listings chosen one by one can be named in an address. */
const MOST_IDS = 500;

interface Props {
    chosen: Selection;
    total: number;
    filter: ListingFilter;
    onNone: () => void;
    /** What it would do has been worked out, or is being. */
    onPlanned: (batchId: string) => void;
}

/** What can be done with the chosen listings. Each shows its effect before anything changes. */
export default function BulkBar({ chosen, total, filter, onNone, onPlanned }: Props) {
    const [open, setOpen] = useState<Edit | null>(null);
    const start = useStartBatch();
    const code = useWorkspace().data?.currency ?? 'EUR';
    const currency = useMemo(() => currencyFormat(code), [code]);
    // Said in the form, unless that was closed meanwhile.
    useSaid(open === null ? null : start.error);
    const many = size(chosen, total);
    const ids = [...chosen.ids];
    const meant = chosen.isAllBut
        ? { filter: { ...filter, ...(ids.length > 0 && { except: ids }) } }
        : { listings: ids };
    const plan = (edit: Edit, wanted: BulkEdit) =>
        start.mutate(
            { edit, wanted, ...meant },
            {
                onSuccess: (batch) => {
                    setOpen(null);
                    onPlanned(batch.id);
                },
            },
        );
    const edits: [Edit, string, (props: FormProps) => ReactNode][] = [
        ['rule', 'Rule', RuleForm],
        ['automation', 'Repricing', AutomationForm],
        ['cost', 'Cost', CostForm],
        ['limits', 'Limits', LimitsForm],
        ['price', 'Price', PriceForm],
        ['supplier', 'Supplier', SupplierForm],
    ];
    return (
        <div
            role="region"
            aria-label="Chosen listings"
            className="flex min-h-[50px] shrink-0 flex-wrap items-center gap-2 border-b border-line bg-stripe-soft px-[18px] py-2"
        >
            <b className="mr-1">{count(many, 'listing', 'listings')} chosen</b>
            {edits.map(([edit, words, Form]) => (
                <Popup
                    key={edit}
                    label={words}
                    open={open === edit}
                    onOpenChange={(next) => {
                        start.reset();
                        setOpen(next ? edit : null);
                    }}
                    trigger={<Button>{words}</Button>}
                >
                    <div className="grid w-[300px] max-w-full gap-2.5">
                        <Form
                            busy={start.isPending}
                            currency={currency}
                            problem={start.error instanceof Problem ? start.error : null}
                            onPlan={(wanted) => plan(edit, wanted)}
                        />
                        {start.error && Object.keys((start.error as Problem).errors ?? {}).length === 0 && (
                            <ProblemNotice error={start.error} />
                        )}
                    </div>
                </Popup>
            ))}
            {ids.length <= MOST_IDS && (
                <a
                    href={meant.filter ? exportAddress(meant.filter) : `/api/v1/listings/export?ids=${ids.join(',')}`}
                    download
                    className="inline-flex h-8 items-center rounded-md border border-line-2 bg-sheet px-2.5 hover:border-text-3"
                >
                    Export
                </a>
            )}
            <Button look="quiet" onClick={onNone}>
                Clear selection
            </Button>
        </div>
    );
}

interface FormProps {
    busy: boolean;
    problem: Problem | null;
    currency: CurrencyFormat;
    onPlan: (wanted: BulkEdit) => void;
}

const Show = ({ busy }: { busy: boolean }) => (
    <Button look="main" type="submit" disabled={busy}>
        {busy ? 'Working it out…' : 'Show what it would do'}
    </Button>
);

/** What the server says of a field that the form does not refuse by itself. */
const Refused = ({ problem, field }: { problem: Problem | null; field: string }) =>
    problem?.at(field) ? (
        <p role="alert" className="text-[12.5px] text-broken">
            {problem.at(field)}
        </p>
    ) : null;

const WAYS = [
    ['set', 'set to'],
    ['add', 'add'],
    ['add_percent', 'add percent'],
] as const;

type Way = (typeof WAYS)[number][0];

const VALUE_NOTES: Record<Way, string> = {
    set: 'Such as 12,50.',
    add: 'Such as 0,40; with − in front it is taken off.',
    add_percent: 'Such as 5; with − in front it is taken off.',
};

const wayReader = (how: Way, currency: CurrencyFormat): Reader =>
    how === 'add_percent'
        ? percentReader({ isSigned: true, min: -99, max: 10_000 })
        : amountReader(currency, { isSigned: how === 'add' });

/** A figure that is read by what else is chosen in the form. */
const valueBy =
    <Draft extends { value: string }>(reader: (draft: Draft) => Reader | null, isOptional = false) =>
    (draft: Draft, context: z.RefinementCtx): string => {
        const by = reader(draft);
        if (by === null || (isOptional && draft.value.trim() === '')) return '';
        return figureAt(context, ['value'], by, draft.value);
    };

const COSTS = [
    ['cost', 'unit cost'],
    ['inbound', 'inbound cost'],
    ['packaging', 'packaging cost'],
    ['handling', 'handling cost'],
    ['shipping_cost', 'own shipping cost'],
    ['rrp', 'recommended price (RRP)'],
    ['map', 'minimum advertised price (MAP)'],
] as const;

function CostForm({ busy, problem, currency, onPlan }: FormProps) {
    const resolver = useMemo(() => {
        const value = valueBy((draft: { how: Way; value: string }) => wayReader(draft.how, currency));
        return resolverOf(
            z
                .object({
                    field: z.enum(['cost', 'inbound', 'packaging', 'handling', 'shipping_cost', 'rrp', 'map']),
                    how: z.enum(['set', 'add', 'add_percent']),
                    value: z.string(),
                    from: optionalFigure(dateReader),
                })
                .transform((draft, context): BulkEdit => ({
                    field: draft.field,
                    how: draft.how,
                    value: value(draft, context),
                    ...(draft.from ? { effective_from: draft.from } : {}),
                })),
        );
    }, [currency]);
    return (
        <ActionForm
            draft={{ field: 'cost' as const, how: 'set' as const, value: '', from: '' }}
            resolver={resolver}
            onSubmit={onPlan}
        >
            {({ how }) => (
                <>
                    <SelectField name="field" label="Of each product, the" options={COSTS} />
                    <div className="grid grid-cols-2 items-start gap-2">
                        <SelectField name="how" label="How" options={WAYS} />
                        <FigureField
                            name="value"
                            label="Figure"
                            autoFocus
                            unit={how === ('add_percent' as Way) ? '%' : currency.symbol}
                            reader={wayReader(how, currency)}
                        />
                    </div>
                    <Refused problem={problem} field="value" />
                    <p className="text-[12.5px] text-text-3">{VALUE_NOTES[how]}</p>
                    <FigureField
                        name="from"
                        label="Holds from"
                        reader={dateReader}
                        placeholder="31.12.2026"
                        note="Empty: at once."
                    />
                    <Refused problem={problem} field="effective_from" />
                    <Show busy={busy} />
                </>
            )}
        </ActionForm>
    );
}

const TERMS = [
    ['floor margin', 'floor: margin of price'],
    ['floor markup', 'floor: markup on cost'],
    ['floor profit', 'floor: profit per unit'],
    ['floor amount', 'floor: an amount'],
    ['ceiling amount', 'ceiling: an amount'],
    ['ceiling margin', 'ceiling: margin of price'],
    ['ceiling markup', 'ceiling: markup on cost'],
    ['ceiling profit', 'ceiling: profit per unit'],
    ['ceiling rrp', 'ceiling: part of RRP'],
] as const;

const isAmount = (term: string) => term.endsWith('amount') || term.endsWith('profit');
const termReader = (term: string, currency: CurrencyFormat) =>
    isAmount(term) ? amountReader(currency) : percentReader({ max: 10_000 });

function LimitsForm({ busy, problem, currency, onPlan }: FormProps) {
    const resolver = useMemo(() => {
        const value = valueBy((draft: { term: string; value: string }) => termReader(draft.term, currency), true);
        return resolverOf(
            z.object({ term: z.string(), value: z.string() }).transform((draft, context): BulkEdit => {
                const [side, kind] = draft.term.split(' ') as ['floor' | 'ceiling', 'amount'];
                return { side, kind, value: value(draft, context) };
            }),
        );
    }, [currency]);
    return (
        <ActionForm draft={{ term: 'floor margin', value: '' }} resolver={resolver} onSubmit={onPlan}>
            {({ term }) => (
                <>
                    <SelectField name="term" label="Of each listing, its own" options={TERMS} />
                    <FigureField
                        name="value"
                        label="Figure"
                        unit={isAmount(term) ? currency.symbol : '%'}
                        reader={termReader(term, currency)}
                        note="Empty removes it: what holds for more listings counts again."
                    />
                    <Refused problem={problem} field="value" />
                    <Show busy={busy} />
                </>
            )}
        </ActionForm>
    );
}

const PRICES = [
    ...WAYS,
    ['to floor', 'to its floor'],
    ['to ceiling', 'to its ceiling'],
    ['to list_price', 'to its list price'],
    ['to rrp', 'to its recommended price (RRP)'],
] as const;

const isWay = (how: string): how is Way => !how.startsWith('to ');

function PriceForm({ busy, problem, currency, onPlan }: FormProps) {
    const [stands, setStands] = useState<Stands>();
    const resolver = useMemo(() => {
        const value = valueBy((draft: { how: string; value: string }) =>
            isWay(draft.how) ? wayReader(draft.how, currency) : null,
        );
        return resolverOf(
            z
                .object({ how: z.string(), value: z.string() })
                .transform((draft, context): BulkEdit =>
                    isWay(draft.how)
                        ? { how: draft.how, value: value(draft, context) }
                        : { how: 'to', value: draft.how.slice('to '.length) },
                ),
        );
    }, [currency]);
    return (
        <ActionForm
            draft={{ how: 'set' as string, value: '' }}
            resolver={resolver}
            onSubmit={(wanted: BulkEdit) => onPlan({ ...wanted, ...stands })}
        >
            {({ how }) => (
                <>
                    <SelectField name="how" label="The price of each listing" options={PRICES} />
                    {isWay(how) && (
                        <FigureField
                            name="value"
                            label="Figure"
                            unit={how === 'add_percent' ? '%' : currency.symbol}
                            reader={wayReader(how, currency)}
                            note={VALUE_NOTES[how]}
                        />
                    )}
                    <Refused problem={problem} field="value" />
                    <HandPriceStands value={stands} onChange={setStands} label="The prices stand" className="" />
                    <p className="text-[12.5px] text-text-2">
                        Prices stay between floor and ceiling. While a price stands, its rule leaves the listing alone.
                    </p>
                    <Show busy={busy} />
                </>
            )}
        </ActionForm>
    );
}

const supplierResolver = resolverOf(z.object({ supplier: z.string().transform((typed) => typed.trim()) }));

function SupplierForm({ busy, problem, onPlan }: FormProps) {
    const facets = useFacets();
    return (
        <ActionForm draft={{ supplier: '' }} resolver={supplierResolver} onSubmit={onPlan}>
            {() => (
                <>
                    <TextField
                        name="supplier"
                        label="Supplier of each product"
                        list="known-suppliers"
                        note="Empty: none. A new name makes a new supplier."
                    />
                    <datalist id="known-suppliers">
                        {facets.data?.suppliers.map((name) => (
                            <option key={name} value={name} />
                        ))}
                    </datalist>
                    <Refused problem={problem} field="supplier" />
                    <Show busy={busy} />
                </>
            )}
        </ActionForm>
    );
}

const LINE = 'block w-full rounded px-2 py-1.5 text-left hover:bg-stripe-soft';

function AutomationForm({ busy, onPlan }: FormProps) {
    return (
        <div>
            <button type="button" className={LINE} disabled={busy} onClick={() => onPlan({ on: true })}>
                Let the rules reprice them
            </button>
            <button type="button" className={LINE} disabled={busy} onClick={() => onPlan({ on: false })}>
                Pause them
                <span className="block text-[12px] text-text-3">their prices stay as they are</span>
            </button>
        </div>
    );
}

function RuleForm({ busy, onPlan }: FormProps) {
    const rules = useRules();
    return (
        <div>
            {rules.data?.map((rule) => (
                <button
                    key={rule.id}
                    type="button"
                    className={LINE}
                    disabled={busy}
                    onClick={() => onPlan({ rule: rule.id })}
                >
                    {rule.name}
                    <span className="block text-[12px] text-text-3">
                        {rule.is_on ? 'on: prices start to move at once' : 'off: nothing moves until it is switched on'}
                    </span>
                </button>
            ))}
            {rules.data?.length === 0 && (
                <p className="px-2">
                    There is no rule yet.{' '}
                    <Link to="/rules/new" className="text-stripe underline">
                        Make the first one
                    </Link>
                </p>
            )}
            <button
                type="button"
                className={`${LINE} border-t border-line`}
                disabled={busy}
                onClick={() => onPlan({ rule: null })}
            >
                Take off any rule
            </button>
        </div>
    );
}
