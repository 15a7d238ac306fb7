import type { CompetitiveRule, RuleReference } from '@/api/client';
import { Choices } from '@/ui/Choices';
import { InlineButton } from '@/ui/InlineButton';
import { Select } from '@/ui/Select';
import { REFERENCES, WITH_NEXT_RIVAL } from '../sentence';
import { Figure, PanelError, TakeAway, whole } from './parts';
import { SellerInput } from './SellerInput';

interface Props {
    document: CompetitiveRule;
    onChange: (document: CompetitiveRule) => void;
    error?: string;
}

type Of = NonNullable<RuleReference['of']>;

const OPTIONS = REFERENCES as readonly (readonly [Of, string])[];

/** Figures that may be missing, so that another one is needed. */
const MAY_BE_MISSING: Of[] = ['buy_box', 'seller', 'rrp', 'list_price'];

/** Which figure is aimed at: one, or the mean of several. */
export function ReferencePanel({ document, onChange, error }: Props) {
    const all: RuleReference[] = document.reference.mean ?? [document.reference];
    const write = (next: RuleReference[]) => {
        const reference: RuleReference = next.length === 1 ? next[0]! : { mean: next };
        // The next rival up is only known where one rival was looked at.
        const none = document.when_below_floor === 'next_rival' && !WITH_NEXT_RIVAL.includes(reference.of ?? '');
        onChange({ ...document, reference, ...(none ? { when_below_floor: 'floor' as const } : {}) });
    };
    const put = (index: number, one: RuleReference) => write(all.map((old, at) => (at === index ? one : old)));
    return (
        <div className="grid w-[380px] max-w-full gap-3">
            <p className="text-text-2">{all.length > 1 ? 'Compare with the mean of' : 'Compare with'}</p>
            {all.map((one, index) => (
                <div key={index} className="flex items-start gap-1.5">
                    <One reference={one} onChange={(next) => put(index, next)} label={`Figure ${index + 1}`} />
                    {all.length > 1 && (
                        <TakeAway
                            label={`Take away figure ${index + 1}`}
                            onClick={() => write(all.filter((_, at) => at !== index))}
                        />
                    )}
                </div>
            ))}
            {all.length < 4 && (
                <p>
                    <InlineButton
                        className="text-stripe underline underline-offset-2"
                        onClick={() =>
                            write([...all, { of: all.some((one) => one.of === 'median') ? 'average' : 'median' }])
                        }
                    >
                        The mean of this and another figure
                    </InlineButton>
                </p>
            )}
            <Choices
                label="by"
                value={document.compare ?? 'landed'}
                onChange={(compare) => onChange({ ...document, compare })}
                options={[
                    ['landed', 'price with shipping, what a buyer pays'],
                    ['item', 'item price alone'],
                ]}
            />
            <PanelError says={error} />
        </div>
    );
}

function One({
    reference,
    onChange,
    label,
}: {
    reference: RuleReference;
    onChange: (reference: RuleReference) => void;
    label: string;
}) {
    const of = reference.of ?? 'lowest';
    const choose = (next: Of) =>
        onChange({
            of: next,
            ...(next === 'nth' ? { n: reference.n ?? 2 } : {}),
            ...(next === 'seller' ? { seller: reference.seller ?? '' } : {}),
        });
    return (
        <div className="grid flex-1 gap-1.5">
            <Select hideLabel label={label} value={of} options={OPTIONS} onChange={choose} />
            {of === 'nth' && (
                <span className="flex items-center gap-2 pl-2">
                    number
                    <Figure
                        label="Which place, from the lowest"
                        className="w-16"
                        value={String(reference.n ?? 2)}
                        onChange={(n) => onChange({ ...reference, n: whole(n) })}
                    />
                    from the lowest
                </span>
            )}
            {of === 'seller' && (
                <SellerInput
                    label="Which seller"
                    placeholder="which seller"
                    value={reference.seller ?? ''}
                    onChange={(seller) => onChange({ ...reference, seller })}
                    className="ml-2 h-8 rounded-md border border-line-2 bg-sheet px-2"
                />
            )}
            {MAY_BE_MISSING.includes(of) && (
                <span className="flex items-center gap-2 pl-2">
                    if there is none,
                    <Select
                        hideLabel
                        label="If there is none"
                        className="flex-1"
                        value={reference.else?.of ?? 'lowest'}
                        options={OPTIONS.filter(([name]) => name !== of && name !== 'nth' && name !== 'seller')}
                        onChange={(other) =>
                            onChange({ ...reference, else: other === 'lowest' ? undefined : { of: other } })
                        }
                    />
                </span>
            )}
        </div>
    );
}
