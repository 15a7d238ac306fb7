import { t } from '@/messages/pricing';
import { Choices } from '@/ui/Choices';
import { InlineButton } from '@/ui/InlineButton';
import { Select } from '@/ui/Select';
import { REFERENCES, WITH_NEXT_RIVAL } from '../sentence';
import { RuleFigure, useRuleWriting } from '../RuleWriting';
import type { ReferenceDraft } from '../ruleDraft';
import { Row, TakeAway, useRuleText } from './parts';
import { SellerInput } from './SellerInput';

type Of = NonNullable<ReferenceDraft['of']>;

const OPTIONS = REFERENCES as readonly (readonly [Of, string])[];

/** Figures that may be missing, so that another one is needed. */
const MAY_BE_MISSING: Of[] = ['buy_box', 'seller', 'rrp', 'list_price'];

/** Which figure is aimed at: one, or the mean of several. */
export function ReferencePanel() {
    const { draft, onChange, set } = useRuleWriting();
    const reference = draft.reference ?? {};
    const all: ReferenceDraft[] = reference.mean ?? [reference];
    const write = (next: ReferenceDraft[]) => {
        const reference: ReferenceDraft = next.length === 1 ? next[0]! : { mean: next };
        // The next rival up is only known where one rival was looked at.
        const none = draft.when_below_floor === 'next_rival' && !WITH_NEXT_RIVAL.includes(reference.of ?? '');
        onChange({ ...draft, reference, ...(none ? { when_below_floor: 'floor' as const } : {}) });
    };
    return (
        <div className="grid w-[380px] max-w-full gap-3">
            <p className="text-text-2">
                {all.length > 1 ? t('pricing.compareWithTheMeanOf') : t('pricing.compareWith')}
            </p>
            {all.map((one, index) => (
                <div key={index} className="flex items-start gap-1.5">
                    <One
                        reference={one}
                        path={reference.mean ? `reference.mean.${index}` : 'reference'}
                        onChange={(next) => write(all.map((old, at) => (at === index ? next : old)))}
                        label={t('pricing.figure', { index: index + 1 })}
                    />
                    {all.length > 1 && (
                        <TakeAway
                            label={t('pricing.removeFigure', { index: index + 1 })}
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
                        {t('pricing.theMeanOfThisAndAnother')}
                    </InlineButton>
                </p>
            )}
            <Choices
                label={t('pricing.by')}
                value={draft.compare ?? 'landed'}
                onChange={(compare) => set('compare', compare)}
                options={[
                    ['landed', t('pricing.priceWithShippingWhatA')],
                    ['item', t('pricing.itemPriceAlone')],
                ]}
            />
        </div>
    );
}

function One({
    reference,
    path,
    onChange,
    label,
}: {
    reference: ReferenceDraft;
    path: string;
    onChange: (reference: ReferenceDraft) => void;
    label: string;
}) {
    const of = reference.of ?? 'lowest';
    const seller = useRuleText(`${path}.seller`);
    const choose = (next: Of) =>
        onChange({
            of: next,
            ...(next === 'nth' ? { n: reference.n ?? '2' } : {}),
            ...(next === 'seller' ? { seller: reference.seller ?? '' } : {}),
        });
    return (
        <div className="grid flex-1 gap-1.5">
            <Select hideLabel label={label} value={of} options={OPTIONS} onChange={choose} />
            {of === 'nth' && (
                <Row>
                    <span>{t('pricing.number')}</span>
                    <RuleFigure path={`${path}.n`} label={t('pricing.whichPlaceFromTheLowest')} className="w-16" />
                    <span>{t('pricing.fromTheLowest')}</span>
                </Row>
            )}
            {of === 'seller' && (
                <SellerInput
                    label={t('pricing.whichSeller2')}
                    placeholder={t('pricing.whichSeller')}
                    className="ml-2 w-48"
                    {...seller}
                />
            )}
            {MAY_BE_MISSING.includes(of) && (
                <Row>
                    <span>{t('pricing.ifThereIsNone')}</span>
                    <Select
                        hideLabel
                        label={t('pricing.ifThereIsNone2')}
                        className="flex-1"
                        value={reference.else?.of ?? 'lowest'}
                        options={OPTIONS.filter(([name]) => name !== of && name !== 'nth' && name !== 'seller')}
                        onChange={(other) => {
                            const { of, n, seller } = reference;
                            onChange({ of, n, seller, else: other === 'lowest' ? undefined : { of: other } });
                        }}
                    />
                </Row>
            )}
        </div>
    );
}
