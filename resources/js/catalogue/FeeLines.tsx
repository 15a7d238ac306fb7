import type { Channel } from '@/api/client';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Select } from '@/ui/Select';
import { X } from 'lucide-react';

export type Fee = Channel['fees'][number];

const NEW: Record<Fee['kind'], Fee> = {
    percent: { kind: 'percent', percent: '', on: 'landed', minimum: null, maximum: null },
    fixed: { kind: 'fixed', amount: '' },
    tiered: {
        kind: 'tiered',
        mode: 'slab',
        on: 'landed',
        tiers: [
            { up_to: '', percent: '' },
            { up_to: null, percent: '' },
        ],
    },
};

const BASES = [
    ['landed', 'price with shipping'],
    ['item', 'price alone'],
] as const;

interface Props {
    fees: Fee[];
    onChange: (fees: Fee[]) => void;
    /** What is wrong with which field of which fee, such as "0.percent". */
    errorAt: (field: string) => string | undefined;
    unit: string;
}

/** What is taken of a sale, line by line: percentages, fixed amounts, tiers. */
export function FeeLines({ fees, onChange, errorAt, unit }: Props) {
    const replace = (index: number, change: Partial<Fee>) =>
        onChange(fees.map((fee, at) => (at === index ? { ...fee, ...change } : fee)));
    return (
        <div className="grid gap-3">
            {fees.map((fee, index) => {
                const props: LineProps = {
                    fee,
                    unit,
                    onChange: (change) => replace(index, change),
                    errorAt: (field) => errorAt(`${index}.${field}`),
                };
                return (
                    <div key={index} className="flex items-start gap-3">
                        <div className="min-w-0 flex-1">
                            {fee.kind === 'percent' && <PercentLine {...props} />}
                            {fee.kind === 'fixed' && <FixedLine {...props} />}
                            {fee.kind === 'tiered' && <TieredLine {...props} />}
                        </div>
                        <button
                            type="button"
                            aria-label={`Take away fee ${index + 1}`}
                            onClick={() => onChange(fees.filter((_, at) => at !== index))}
                            className="mt-[25px] grid size-7 place-items-center rounded text-text-2 hover:text-text"
                        >
                            <X size={15} />
                        </button>
                    </div>
                );
            })}
            <div className="flex gap-2">
                <Button onClick={() => onChange([...fees, NEW.percent])}>Add a percentage</Button>
                <Button onClick={() => onChange([...fees, NEW.fixed])}>Add a fixed fee</Button>
                <Button onClick={() => onChange([...fees, NEW.tiered])}>Add tiers</Button>
            </div>
        </div>
    );
}

interface LineProps {
    fee: Fee;
    unit: string;
    onChange: (change: Partial<Fee>) => void;
    errorAt: (field: string) => string | undefined;
}

function Base({ fee, onChange }: LineProps) {
    return (
        <Select
            label="of the"
            value={fee.on ?? 'landed'}
            options={BASES}
            onChange={(on) => onChange({ on })}
            className="w-44"
        />
    );
}

function PercentLine(props: LineProps) {
    const { fee, unit, onChange, errorAt } = props;
    return (
        <div className="flex flex-wrap items-start gap-3">
            <Field
                label="Percentage"
                className="w-28"
                unit="%"
                inputMode="decimal"
                value={fee.percent ?? ''}
                onChange={(event) => onChange({ percent: event.target.value })}
                error={errorAt('percent')}
            />
            <Base {...props} />
            {(['minimum', 'maximum'] as const).map((end) => (
                <Field
                    key={end}
                    label={end === 'minimum' ? 'at least' : 'at most'}
                    className="w-28"
                    unit={unit}
                    inputMode="decimal"
                    placeholder="none"
                    value={fee[end] ?? ''}
                    onChange={(event) => onChange({ [end]: event.target.value })}
                    error={errorAt(end)}
                />
            ))}
        </div>
    );
}

function FixedLine({ fee, unit, onChange, errorAt }: LineProps) {
    return (
        <Field
            label="Fixed fee a sale"
            className="w-28"
            unit={unit}
            inputMode="decimal"
            value={fee.amount ?? ''}
            onChange={(event) => onChange({ amount: event.target.value })}
            error={errorAt('amount')}
        />
    );
}

function TieredLine(props: LineProps) {
    const { fee, unit, onChange, errorAt } = props;
    const tiers = fee.tiers ?? [];
    const replace = (index: number, change: Partial<(typeof tiers)[number]>) =>
        onChange({ tiers: tiers.map((tier, at) => (at === index ? { ...tier, ...change } : tier)) });
    return (
        <div className="grid gap-2">
            <div className="flex flex-wrap gap-3">
                <Select
                    label="Tiers"
                    value={fee.mode ?? 'slab'}
                    options={[
                        ['slab', 'its tier holds for the whole of it'],
                        ['marginal', 'each part at its own rate'],
                    ]}
                    onChange={(mode) => onChange({ mode })}
                    className="w-64"
                />
                <Base {...props} />
            </div>
            {tiers.map((tier, index) => {
                const isLast = index === tiers.length - 1;
                return (
                    <div key={index} className="flex items-start gap-3">
                        {isLast ? (
                            <p className="w-28 pt-[29px]">above that</p>
                        ) : (
                            <Field
                                label="up to"
                                className="w-28"
                                unit={unit}
                                inputMode="decimal"
                                value={tier.up_to ?? ''}
                                onChange={(event) => replace(index, { up_to: event.target.value })}
                                error={errorAt(`tiers.${index}.up_to`)}
                            />
                        )}
                        <Field
                            label="percentage"
                            className="w-28"
                            unit="%"
                            inputMode="decimal"
                            value={tier.percent}
                            onChange={(event) => replace(index, { percent: event.target.value })}
                            error={errorAt(`tiers.${index}.percent`)}
                        />
                        {!isLast && tiers.length > 2 && (
                            <Button
                                look="quiet"
                                className="mt-[23px]"
                                onClick={() => onChange({ tiers: tiers.filter((_, at) => at !== index) })}
                            >
                                Take away
                            </Button>
                        )}
                    </div>
                );
            })}
            <div>
                <Button
                    look="quiet"
                    onClick={() =>
                        onChange({ tiers: [...tiers.slice(0, -1), { up_to: '', percent: '' }, ...tiers.slice(-1)] })
                    }
                >
                    Add a tier
                </Button>
            </div>
        </div>
    );
}
