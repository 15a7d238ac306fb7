import type { CompetitiveRule } from '@/api/client';
import { plainPercent } from '@/catalogue/plainPercent';
import { useState } from 'react';
import { Line, listed, PanelError, said, whole, WithFigure } from './parts';
import { SellerInput } from './SellerInput';

type RuleField = NonNullable<CompetitiveRule['field']>;

interface Props {
    document: CompetitiveRule;
    onChange: (document: CompetitiveRule) => void;
    error?: string;
}

/** Whose offers count. */
export function FieldPanel({ document, onChange, error }: Props) {
    const field: RuleField = document.field ?? {};
    const set = (change: Partial<RuleField>) => onChange({ ...document, field: said({ ...field, ...change }) });
    const conditions = Array.isArray(field.condition) ? field.condition : null;
    const kinds = ['new', 'used', 'refurbished'];
    return (
        <div className="grid w-[470px] max-w-full gap-2">
            <p className="text-text-2">Whose offers count</p>
            <div className="grid grid-cols-2 gap-x-6 gap-y-1.5">
                <Line
                    on={conditions === null && field.condition !== 'any'}
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
                <WithFigure
                    label="seen within minutes"
                    value={field.max_age_minutes?.toString()}
                    usual="120"
                    onChange={(value) => set({ max_age_minutes: whole(value) })}
                />
            </div>
            <details open={conditions !== null || hasMore(field)}>
                <summary className="py-1 text-text-2">More</summary>
                <div className="grid gap-1.5">
                    <Line
                        on={conditions !== null}
                        label="in one of these conditions"
                        onChange={(on) => set({ condition: on ? ['new'] : 'same' })}
                    >
                        {conditions &&
                            kinds.map((kind) => (
                                <label key={kind} className="flex items-center gap-1">
                                    <input
                                        type="checkbox"
                                        checked={conditions.includes(kind)}
                                        onChange={(event) => {
                                            const next = event.target.checked
                                                ? [...conditions, kind]
                                                : conditions.filter((one) => one !== kind);
                                            set({ condition: next.length > 0 ? next : 'same' });
                                        }}
                                    />
                                    {kind}
                                </label>
                            ))}
                    </Line>
                    <WithFigure
                        label="not cheaper than, of the middle price,"
                        unit="%"
                        value={field.ignore_below_percent_of_median}
                        usual="50"
                        onChange={(value) =>
                            set({
                                ignore_below_percent_of_median: value === undefined ? undefined : plainPercent(value),
                            })
                        }
                    />
                    <Names
                        label="leaving out these sellers"
                        value={field.exclude_sellers}
                        onChange={(exclude_sellers) => set({ exclude_sellers })}
                    />
                    <Names
                        label="only these sellers"
                        value={field.only_sellers}
                        onChange={(only_sellers) => set({ only_sellers })}
                    />
                    <Names
                        label="sent from these countries"
                        value={field.ship_from}
                        onChange={(ship_from) => set({ ship_from: ship_from?.map((one) => one.toUpperCase()) })}
                    />
                    <Line
                        on={field.sources?.length === 1}
                        label="seen on marketplaces only"
                        onChange={(on) => set({ sources: on ? ['marketplace'] : undefined })}
                    />
                </div>
            </details>
            <PanelError says={error} />
        </div>
    );
}

const hasMore = (field: RuleField) =>
    field.ignore_below_percent_of_median !== undefined ||
    (field.exclude_sellers?.length ?? 0) > 0 ||
    (field.only_sellers?.length ?? 0) > 0 ||
    (field.ship_from?.length ?? 0) > 0 ||
    field.sources !== undefined;

function Names({
    label,
    value,
    onChange,
}: {
    label: string;
    value: string[] | undefined;
    onChange: (value: string[] | undefined) => void;
}) {
    const [text, setText] = useState(value?.join(', ') ?? '');
    const [on, setOn] = useState((value?.length ?? 0) > 0);
    const put = (next: string) => {
        setText(next);
        const names = listed(next);
        onChange(names.length > 0 ? names : undefined);
    };
    return (
        <Line
            on={on}
            label={label}
            onChange={(next) => {
                setOn(next);
                put(next ? text : '');
            }}
        >
            {on && (
                <SellerInput
                    label={`${label}, separated by commas`}
                    value={text}
                    onChange={put}
                    className="h-7 min-w-0 flex-1 rounded-md border border-line-2 bg-sheet px-1.5"
                />
            )}
        </Line>
    );
}
