import { rich, t } from '@/messages/bulk';
import { useSaid } from '@/api/said';
import { Problem, type BulkEdit, type ListingFilter } from '@/api/client';
import { useFacets, useOwnCurrency, useRules } from '@/api/queries';
import { useStartBatch, type Edit } from '@/bulk/queries';
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
    const code = useOwnCurrency();
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
        ['rule', t('bulk.rule'), RuleForm],
        ['automation', t('bulk.repricing'), AutomationForm],
        ['cost', t('bulk.cost'), CostForm],
        ['limits', t('bulk.limits'), LimitsForm],
        ['price', t('bulk.price'), PriceForm],
        ['supplier', t('bulk.supplier'), SupplierForm],
    ];
    return (
        <div
            role="region"
            aria-label={t('bulk.chosenListings')}
            className="flex min-h-[50px] shrink-0 flex-wrap items-center gap-2 border-b border-line bg-stripe-soft px-[18px] py-2"
        >
            <b className="mr-1">{t('bulk.listingsChosen', { many })}</b>
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
                    {t('bulk.export')}
                </a>
            )}
            <Button look="quiet" onClick={onNone}>
                {t('bulk.clearSelection')}
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
        {busy ? t('bulk.workingItOut') : t('bulk.showWhatItWouldDo')}
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
    ['set', t('bulk.setTo')],
    ['add', t('bulk.add')],
    ['add_percent', t('bulk.addPercent')],
] as const;

type Way = (typeof WAYS)[number][0];

const VALUE_NOTES: Record<Way, string> = {
    set: t('bulk.suchAs1250'),
    add: t('bulk.suchAs040WithIn'),
    add_percent: t('bulk.suchAs5WithInFront'),
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
    ['cost', t('bulk.unitCost2')],
    ['inbound', t('bulk.inboundCost2')],
    ['packaging', t('bulk.packagingCost2')],
    ['handling', t('bulk.handlingCost2')],
    ['shipping_cost', t('bulk.ownShippingCost2')],
    ['rrp', t('bulk.recommendedPriceRrp2')],
    ['map', t('bulk.minimumAdvertisedPriceMap2')],
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
                    <SelectField name="field" label={t('bulk.ofEachProductThe')} options={COSTS} />
                    <div className="grid grid-cols-2 items-start gap-2">
                        <SelectField name="how" label={t('bulk.how')} options={WAYS} />
                        <FigureField
                            name="value"
                            label={t('bulk.figure')}
                            autoFocus
                            unit={how === ('add_percent' as Way) ? '%' : currency.symbol}
                            reader={wayReader(how, currency)}
                        />
                    </div>
                    <Refused problem={problem} field="value" />
                    <p className="text-[12.5px] text-text-3">{VALUE_NOTES[how]}</p>
                    <FigureField
                        name="from"
                        label={t('bulk.holdsFrom')}
                        reader={dateReader}
                        placeholder="31.12.2026"
                        note={t('bulk.emptyAtOnce')}
                    />
                    <Refused problem={problem} field="effective_from" />
                    <Show busy={busy} />
                </>
            )}
        </ActionForm>
    );
}

const TERMS = [
    ['floor margin', t('bulk.floorMarginOfPrice')],
    ['floor markup', t('bulk.floorMarkupOnCost')],
    ['floor profit', t('bulk.floorProfitPerUnit')],
    ['floor amount', t('bulk.floorAnAmount')],
    ['ceiling amount', t('bulk.ceilingAnAmount')],
    ['ceiling margin', t('bulk.ceilingMarginOfPrice')],
    ['ceiling markup', t('bulk.ceilingMarkupOnCost')],
    ['ceiling profit', t('bulk.ceilingProfitPerUnit')],
    ['ceiling rrp', t('bulk.ceilingPartOfRrp')],
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
        <ActionForm draft={{ term: t('bulk.floorMargin'), value: '' }} resolver={resolver} onSubmit={onPlan}>
            {({ term }) => (
                <>
                    <SelectField name="term" label={t('bulk.ofEachListingItsOwn')} options={TERMS} />
                    <FigureField
                        name="value"
                        label={t('bulk.figure')}
                        unit={isAmount(term) ? currency.symbol : '%'}
                        reader={termReader(term, currency)}
                        note={t('bulk.emptyRemovesItWhatHoldsFor')}
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
    ['to floor', t('bulk.toItsFloor')],
    ['to ceiling', t('bulk.toItsCeiling')],
    ['to list_price', t('bulk.toItsListPrice')],
    ['to rrp', t('bulk.toItsRecommendedPriceRrp')],
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
                    <SelectField name="how" label={t('bulk.thePriceOfEachListing')} options={PRICES} />
                    {isWay(how) && (
                        <FigureField
                            name="value"
                            label={t('bulk.figure')}
                            unit={how === 'add_percent' ? '%' : currency.symbol}
                            reader={wayReader(how, currency)}
                            note={VALUE_NOTES[how]}
                        />
                    )}
                    <Refused problem={problem} field="value" />
                    <HandPriceStands
                        value={stands}
                        onChange={setStands}
                        label={t('bulk.thePricesStand')}
                        className=""
                    />
                    <p className="text-[12.5px] text-text-2">{t('bulk.pricesStayBetweenFloorAnd')}</p>
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
                        label={t('bulk.supplierOfEachProduct')}
                        list="known-suppliers"
                        note={t('bulk.emptyNoneANewNameMakes')}
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
                {t('bulk.letTheRulesRepriceThem')}
            </button>
            <button type="button" className={LINE} disabled={busy} onClick={() => onPlan({ on: false })}>
                {rich('bulk.pauseThem', {
                    span: <span className="block text-[12px] text-text-3">{t('bulk.theirPricesStayAsTheyAre')}</span>,
                })}
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
                        {rule.is_on ? t('bulk.onPricesStartToMoveAt') : t('bulk.offNothingMovesUntilItIs')}
                    </span>
                </button>
            ))}
            {rules.data?.length === 0 && (
                <p className="px-2">
                    {t('bulk.thereIsNoRuleYet')}{' '}
                    <Link to="/rules/new" className="text-stripe underline">
                        {t('bulk.makeTheFirstOne')}
                    </Link>
                </p>
            )}
            <button
                type="button"
                className={`${LINE} border-t border-line`}
                disabled={busy}
                onClick={() => onPlan({ rule: null })}
            >
                {t('bulk.takeOffAnyRule')}
            </button>
        </div>
    );
}
