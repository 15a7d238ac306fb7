import type { CompetitiveRule, RuleDocument } from '@/api/client';
import { plainAmount, plainPercent } from '@/catalogue/plainPercent';
import { Choices } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { Tick } from '@/ui/Tick';
import { useState, type ReactNode } from 'react';
import {
    ABOVE_CEILING,
    BELOW_FLOOR,
    DIRECTIONS,
    HOLDING,
    NO_RIVALS,
    REFERENCES,
    WITH_NEXT_RIVAL,
    every,
    type Part,
} from './sentence';

interface Props {
    part: Part;
    document: RuleDocument;
    everyMinutes: number;
    onChange: (document: RuleDocument) => void;
    onRhythm: (minutes: number) => void;
    error?: string;
}

/** The small panel behind a piece of the sentence. */
export function Panel({ part, document, everyMinutes, onChange, onRhythm, error }: Props) {
    const set = (change: Partial<RuleDocument>) => onChange({ ...document, ...change } as RuleDocument);
    switch (part) {
        case 'belowFloor':
            return (
                <Choices
                    label="If that is under my floor"
                    value={document.when_below_floor ?? 'floor'}
                    onChange={(when_below_floor) => set({ when_below_floor })}
                    options={BELOW_FLOOR.filter(([name]) => name !== 'next_rival' || canGoToNextRival(document))}
                />
            );
        case 'aboveCeiling':
            return (
                <Choices
                    label="If that is over my ceiling"
                    value={document.when_above_ceiling ?? 'ceiling'}
                    onChange={(when_above_ceiling) => set({ when_above_ceiling })}
                    options={ABOVE_CEILING}
                />
            );
        case 'direction':
            return (
                <Choices
                    label="Move prices"
                    value={document.direction ?? 'both'}
                    onChange={(direction) => set({ direction })}
                    options={DIRECTIONS}
                />
            );
        case 'rhythm':
            return (
                <Choices
                    label="Besides whenever the market moves, look"
                    value={String(everyMinutes)}
                    onChange={(minutes) => onRhythm(Number(minutes))}
                    options={[5, 15, 60, 360, 1440].map((minutes): [string, string] => [
                        String(minutes),
                        every(minutes),
                    ])}
                />
            );
        default:
            return document.kind === 'competitive' ? (
                <CompetitivePanel part={part} document={document} onChange={onChange} error={error} />
            ) : null;
    }
}

const canGoToNextRival = (document: RuleDocument) =>
    document.kind === 'competitive' && WITH_NEXT_RIVAL.includes(document.reference.of ?? '');

interface CompetitiveProps {
    document: CompetitiveRule;
    onChange: (document: CompetitiveRule) => void;
    error?: string;
}

function CompetitivePanel({ part, document, onChange, error }: CompetitiveProps & { part: Part }) {
    const set = (change: Partial<CompetitiveRule>) => onChange({ ...document, ...change });
    switch (part) {
        case 'position':
            return <PositionPanel document={document} onChange={onChange} error={error} />;
        case 'reference':
            return <ReferencePanel document={document} onChange={onChange} />;
        case 'field':
            return <FieldPanel document={document} onChange={onChange} error={error} />;
        case 'noRivals':
            return (
                <Choices
                    label="If nobody is left to compare with"
                    value={document.when_no_rivals ?? 'hold'}
                    onChange={(when_no_rivals) => set({ when_no_rivals })}
                    options={NO_RIVALS}
                />
            );
        default:
            return (
                <Choices
                    label="While I hold the buy box"
                    value={document.when_holding_buy_box ?? 'ignore'}
                    onChange={(when_holding_buy_box) => set({ when_holding_buy_box })}
                    options={HOLDING}
                />
            );
    }
}

type SimpleReference = (typeof REFERENCES)[number][0];

function ReferencePanel({ document, onChange }: CompetitiveProps) {
    const { of, mean } = document.reference;
    const isSimple = !mean && REFERENCES.some(([name]) => name === of);
    const choose = (next: SimpleReference | 'other') => {
        if (next === 'other') return;
        // The next rival up is only known where one rival was looked at.
        const below = document.when_below_floor === 'next_rival' && !WITH_NEXT_RIVAL.includes(next);
        onChange({ ...document, reference: { of: next }, ...(below ? { when_below_floor: 'floor' as const } : {}) });
    };
    return (
        <div className="grid gap-4">
            <Choices
                label="Compare with"
                value={isSimple ? (of as SimpleReference) : 'other'}
                onChange={choose}
                options={[...REFERENCES, ...(isSimple ? [] : [['other', 'what the sentence says'] as const])]}
            />
            <Choices
                label="by"
                value={document.compare ?? 'landed'}
                onChange={(compare) => onChange({ ...document, compare })}
                options={[
                    ['landed', 'price with shipping, what a buyer pays'],
                    ['item', 'item price alone'],
                ]}
            />
        </div>
    );
}

type Position = NonNullable<CompetitiveRule['position']>;

function PositionPanel({ document, onChange, error }: CompetitiveProps) {
    const position: Position = document.position ?? { move: 'match' };
    const move = position.move ?? 'match';
    const unit = position.amount !== undefined ? 'amount' : 'percent';
    const [by, setBy] = useState(position.amount ?? position.percent ?? '1');
    const [least, setLeast] = useState(position.at_least ?? '');
    const write = (next: { move: Position['move']; unit: 'percent' | 'amount'; by: string; least: string }) => {
        if (next.move === 'match') return onChange({ ...document, position: { move: 'match' } });
        const how =
            next.unit === 'amount'
                ? { amount: plainAmount(next.by) }
                : {
                      percent: plainPercent(next.by),
                      ...(next.least.trim() ? { at_least: plainAmount(next.least) } : {}),
                  };
        onChange({ ...document, position: { move: next.move, ...how } });
    };
    return (
        <div className="grid w-72 gap-3">
            <Choices
                label="Stand"
                value={move}
                onChange={(next) => write({ move: next, unit, by, least })}
                options={[
                    ['below', 'below it'],
                    ['match', 'level with it'],
                    ['above', 'above it'],
                ]}
            />
            {move !== 'match' && (
                <>
                    <Choices
                        label="by"
                        value={unit}
                        onChange={(next) => write({ move, unit: next, by, least })}
                        options={[
                            ['percent', 'a part of it, in percent'],
                            ['amount', 'an amount'],
                        ]}
                    />
                    <div className="grid grid-cols-2 gap-2">
                        <Field
                            label={unit === 'percent' ? 'Percent' : 'Amount'}
                            unit={unit === 'percent' ? '%' : ''}
                            inputMode="decimal"
                            value={by}
                            onChange={(event) => {
                                setBy(event.target.value);
                                write({ move, unit, by: event.target.value, least });
                            }}
                        />
                        {unit === 'percent' && (
                            <Field
                                label="at least, an amount"
                                inputMode="decimal"
                                placeholder="none"
                                value={least}
                                onChange={(event) => {
                                    setLeast(event.target.value);
                                    write({ move, unit, by, least: event.target.value });
                                }}
                            />
                        )}
                    </div>
                </>
            )}
            {error && <p className="text-[12.5px] text-broken">{error}</p>}
        </div>
    );
}

type RuleField = NonNullable<CompetitiveRule['field']>;

function FieldPanel({ document, onChange, error }: CompetitiveProps) {
    const field: RuleField = document.field ?? {};
    const set = (change: Partial<RuleField>) => {
        const next = { ...field, ...change };
        for (const name of Object.keys(next) as (keyof RuleField)[]) if (next[name] === undefined) delete next[name];
        onChange({ ...document, field: next });
    };
    return (
        <div className="grid w-[440px] max-w-full gap-2">
            <p className="text-text-2">Whose offers count</p>
            <div className="grid grid-cols-2 gap-x-6 gap-y-2">
                <Line
                    on={field.condition !== 'any'}
                    label="in the same condition as mine"
                    onChange={(on) => set({ condition: on ? 'same' : 'any' })}
                />
                <Line
                    on={field.in_stock_only !== false}
                    label="in stock"
                    onChange={(on) => set({ in_stock_only: on })}
                />
                <Line
                    on={field.exclude_marketplace_retail === true}
                    label="not the market’s own shop"
                    onChange={(on) => set({ exclude_marketplace_retail: on || undefined })}
                />
                <Line
                    on={field.fulfilment === 'same'}
                    label="sent the same way as mine"
                    onChange={(on) => set({ fulfilment: on ? 'same' : undefined })}
                />
                <WithFigure
                    label="rated at least"
                    unit="%"
                    value={field.min_rating_percent}
                    usual="90"
                    onChange={(value) =>
                        set({ min_rating_percent: value === undefined ? undefined : plainPercent(value) })
                    }
                />
                <WithFigure
                    label="from so many ratings"
                    value={field.min_rating_count?.toString()}
                    usual="50"
                    onChange={(value) => set({ min_rating_count: whole(value) })}
                />
                <WithFigure
                    label="handled within days"
                    value={field.max_handling_days?.toString()}
                    usual="3"
                    onChange={(value) => set({ max_handling_days: whole(value) })}
                />
            </div>
            {error && <p className="text-[12.5px] text-broken">{error}</p>}
        </div>
    );
}

const whole = (text: string | undefined) => (text === undefined || !/^\d{1,6}$/.test(text) ? undefined : Number(text));

function Line({
    on,
    label,
    onChange,
    children,
}: {
    on: boolean;
    label: string;
    onChange: (on: boolean) => void;
    children?: ReactNode;
}) {
    return (
        <div className="flex min-h-8 items-center gap-2">
            <label className="flex items-center gap-2">
                <Tick checked={on} onChange={onChange} label={label} />
                {label}
            </label>
            {children}
        </div>
    );
}

function WithFigure({
    label,
    unit,
    value,
    usual,
    onChange,
}: {
    label: string;
    unit?: string;
    value: string | undefined;
    usual: string;
    onChange: (value: string | undefined) => void;
}) {
    return (
        <Line on={value !== undefined} label={label} onChange={(on) => onChange(on ? usual : undefined)}>
            {value !== undefined && (
                <input
                    aria-label={`${label}${unit ? `, in ${unit}` : ''}`}
                    inputMode="decimal"
                    value={value}
                    onChange={(event) => onChange(event.target.value || usual)}
                    className="h-7 w-14 rounded-md border border-line-2 bg-sheet px-1.5 text-right"
                />
            )}
            {value !== undefined && unit}
        </Line>
    );
}
