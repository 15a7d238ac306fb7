import { Problem, type BulkEdit, type ListingFilter } from '@/api/client';
import { useFacets, useRules } from '@/api/queries';
import { useStartBatch, type Edit } from '@/catalogue/batches/queries';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { ProblemNotice } from '@/ui/Notice';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { Popup } from '@/ui/Popup';
import { Select } from '@/ui/Select';
import { count } from '@/ui/words';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';

/** So many listings chosen one by one can be named in an address. */
const MOST_IDS = 500;

interface Props {
    chosen: ReadonlySet<number> | 'all';
    total: number;
    filter: ListingFilter;
    onNone: () => void;
    /** What it would do has been worked out, or is being. */
    onPlanned: (batchId: string) => void;
    exportAddress: string;
}

/** What can be done with the chosen listings. Each shows its effect before anything changes. */
export function BulkBar({ chosen, total, filter, onNone, onPlanned, exportAddress }: Props) {
    const [open, setOpen] = useState<Edit | null>(null);
    const start = useStartBatch();
    const many = chosen === 'all' ? total : chosen.size;
    const plan = (edit: Edit, wanted: BulkEdit) =>
        start.mutate(
            { edit, wanted, ...(chosen === 'all' ? { filter } : { listings: [...chosen] }) },
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
                            problem={start.error instanceof Problem ? start.error : null}
                            onPlan={(wanted) => plan(edit, wanted)}
                        />
                        {start.error && Object.keys((start.error as Problem).errors ?? {}).length === 0 && (
                            <ProblemNotice error={start.error} />
                        )}
                    </div>
                </Popup>
            ))}
            {(chosen === 'all' || chosen.size <= MOST_IDS) && (
                <a
                    href={chosen === 'all' ? exportAddress : `/api/v1/listings/export?ids=${[...chosen].join(',')}`}
                    download
                    className="inline-flex h-8 items-center rounded-md border border-line-2 bg-sheet px-2.5 hover:border-text-3"
                >
                    Export
                </a>
            )}
            <Button look="quiet" onClick={onNone}>
                Choose none
            </Button>
        </div>
    );
}

interface FormProps {
    busy: boolean;
    problem: Problem | null;
    onPlan: (wanted: BulkEdit) => void;
}

function Form({
    busy,
    onPlan,
    wanted,
    children,
}: {
    busy: boolean;
    onPlan: FormProps['onPlan'];
    wanted: BulkEdit;
    children: ReactNode;
}) {
    return (
        <form
            className="grid gap-2.5"
            onSubmit={(event) => {
                event.preventDefault();
                onPlan(wanted);
            }}
        >
            {children}
            <Button look="main" type="submit" disabled={busy}>
                {busy ? 'Working it out…' : 'Show what it would do'}
            </Button>
        </form>
    );
}

const WAYS = [
    ['set', 'set to'],
    ['add', 'add'],
    ['add_percent', 'add percent'],
] as const;

const VALUE_NOTES: Record<string, string> = {
    set: 'Such as 12,50.',
    add: 'Such as 0,40; with − in front it is taken off.',
    add_percent: 'Such as 5; with − in front it is taken off.',
};

function CostForm({ busy, problem, onPlan }: FormProps) {
    const [field, setField] = useState<NonNullable<BulkEdit['field']>>('cost');
    const [how, setHow] = useState<'set' | 'add' | 'add_percent'>('set');
    const [value, setValue] = useState('');
    const [from, setFrom] = useState('');
    return (
        <Form busy={busy} onPlan={onPlan} wanted={{ field, how, value, ...(from ? { effective_from: from } : {}) }}>
            <Select
                label="Of each product, the"
                value={field}
                options={[
                    ['cost', 'unit cost'],
                    ['inbound', 'inbound cost'],
                    ['packaging', 'packaging cost'],
                    ['handling', 'handling cost'],
                    ['shipping_cost', 'own shipping cost'],
                    ['rrp', 'recommended price (RRP)'],
                    ['map', 'minimum advertised price (MAP)'],
                ]}
                onChange={setField}
            />
            <div className="grid grid-cols-2 items-start gap-2">
                <Select label="How" value={how} options={WAYS} onChange={setHow} />
                <Field
                    label="Figure"
                    autoFocus
                    inputMode="decimal"
                    unit={how === 'add_percent' ? '%' : '€'}
                    value={value}
                    onChange={(event) => setValue(event.target.value)}
                    error={problem?.at('value')}
                />
            </div>
            <p className="text-[12.5px] text-text-3">{VALUE_NOTES[how]}</p>
            <Field
                label="Holds from"
                type="date"
                value={from}
                onChange={(event) => setFrom(event.target.value)}
                note={from === '' ? 'At once.' : undefined}
                error={problem?.at('effective_from')}
            />
        </Form>
    );
}

function LimitsForm({ busy, problem, onPlan }: FormProps) {
    const [term, setTerm] = useState('floor margin');
    const [value, setValue] = useState('');
    const [side, kind] = term.split(' ') as ['floor' | 'ceiling', 'amount'];
    const isAmount = kind === 'amount' || term.endsWith('profit');
    return (
        <Form busy={busy} onPlan={onPlan} wanted={{ side, kind, value }}>
            <Select
                label="Of each listing, its own"
                value={term}
                options={[
                    ['floor margin', 'floor: margin of price'],
                    ['floor markup', 'floor: markup on cost'],
                    ['floor profit', 'floor: profit a piece'],
                    ['floor amount', 'floor: an amount'],
                    ['ceiling amount', 'ceiling: an amount'],
                    ['ceiling margin', 'ceiling: margin of price'],
                    ['ceiling markup', 'ceiling: markup on cost'],
                    ['ceiling profit', 'ceiling: profit a piece'],
                    ['ceiling rrp', 'ceiling: part of RRP'],
                ]}
                onChange={setTerm}
            />
            <Field
                label="Figure"
                inputMode="decimal"
                unit={isAmount ? '€' : '%'}
                value={value}
                onChange={(event) => setValue(event.target.value)}
                note="Empty takes it away: what holds for more listings counts again."
                error={problem?.at('value')}
            />
        </Form>
    );
}

function PriceForm({ busy, problem, onPlan }: FormProps) {
    const [how, setHow] = useState('set');
    const [value, setValue] = useState('');
    const [stands, setStands] = useState<Stands>();
    const to = how.startsWith('to ') ? how.slice(3) : null;
    const wanted: BulkEdit = { ...(to ? { how: 'to', value: to } : { how: how as 'set', value }), ...stands };
    return (
        <Form busy={busy} onPlan={onPlan} wanted={wanted}>
            <Select
                label="The price of each listing"
                value={how}
                options={[
                    ...WAYS,
                    ['to floor', 'to its floor'],
                    ['to ceiling', 'to its ceiling'],
                    ['to list_price', 'to its list price'],
                    ['to rrp', 'to its recommended price (RRP)'],
                ]}
                onChange={setHow}
            />
            {!to && (
                <Field
                    label="Figure"
                    inputMode="decimal"
                    unit={how === 'add_percent' ? '%' : '€'}
                    value={value}
                    onChange={(event) => setValue(event.target.value)}
                    note={VALUE_NOTES[how]}
                    error={problem?.at('value')}
                />
            )}
            <HandPriceStands value={stands} onChange={setStands} label="The prices stand" className="" />
            <p className="text-[12.5px] text-text-2">
                Prices stay between floor and ceiling. While a price stands, its rule leaves the listing alone.
            </p>
        </Form>
    );
}

function SupplierForm({ busy, problem, onPlan }: FormProps) {
    const facets = useFacets();
    const [supplier, setSupplier] = useState('');
    return (
        <Form busy={busy} onPlan={onPlan} wanted={{ supplier }}>
            <Field
                label="Supplier of each product"
                list="known-suppliers"
                value={supplier}
                onChange={(event) => setSupplier(event.target.value)}
                note="Empty: none. A new name makes a new supplier."
                error={problem?.at('supplier')}
            />
            <datalist id="known-suppliers">
                {facets.data?.suppliers.map((name) => (
                    <option key={name} value={name} />
                ))}
            </datalist>
        </Form>
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
