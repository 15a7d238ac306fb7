import { t } from '@/messages/pricing';
import { at } from '@/edit/merge';
import { useRuleWriting } from '../RuleWriting';
import type { FieldDraft } from '../ruleDraft';
import { Line, OptionalFigure, useRuleText } from './parts';
import { SellerInput } from './SellerInput';

const CONDITIONS = ['new', 'used', 'refurbished'];

/** Whose offers count. */
export function FieldPanel() {
    const { draft, set } = useRuleWriting();
    const field: FieldDraft = draft.field ?? {};
    const conditions = Array.isArray(field.condition) ? field.condition : null;
    return (
        <div className="grid w-[520px] max-w-full gap-2">
            <p className="text-text-2">{t('pricing.whoseOffersCount')}</p>
            <div className="grid grid-cols-2 gap-x-6 gap-y-0.5">
                <Line
                    on={conditions === null && field.condition !== 'any'}
                    label={t('pricing.inTheSameConditionAsMine')}
                    onChange={(on) => set('field.condition', on ? 'same' : 'any')}
                />
                <Line
                    on={field.in_stock_only !== false}
                    label={t('pricing.inStock')}
                    onChange={(on) => set('field.in_stock_only', on)}
                />
                <Line
                    on={field.exclude_marketplace_retail === true}
                    label={t('pricing.notTheMarketplacesOwnShop')}
                    onChange={(on) => set('field.exclude_marketplace_retail', on || undefined)}
                />
                <Line
                    on={field.fulfilment === 'same'}
                    label={t('pricing.sentTheSameWayAsMine')}
                    onChange={(on) => set('field.fulfilment', on ? 'same' : undefined)}
                />
                <OptionalFigure path="field.min_rating_percent" label={t('pricing.ratedAtLeast')} unit="%" usual="90" />
                <OptionalFigure path="field.min_rating_count" label={t('pricing.fromSoManyRatings')} usual="50" />
                <OptionalFigure path="field.max_handling_days" label={t('pricing.handledWithinDays')} usual="3" />
                <OptionalFigure
                    path="field.max_age_minutes"
                    label={t('pricing.seenWithin')}
                    usual="2 h"
                    className="w-24"
                />
            </div>
            <details open={conditions !== null || hasMore(field)}>
                <summary className="py-1 text-text-2">{t('pricing.more')}</summary>
                <div className="grid gap-0.5">
                    <Line
                        on={conditions !== null}
                        label={t('pricing.inOneOfTheseConditions')}
                        onChange={(on) => set('field.condition', on ? ['new'] : 'same')}
                    >
                        {conditions &&
                            CONDITIONS.map((kind) => (
                                <label key={kind} className="flex items-center gap-1 pt-1.5">
                                    <input
                                        type="checkbox"
                                        checked={conditions.includes(kind)}
                                        onChange={(event) => {
                                            const next = event.target.checked
                                                ? [...conditions, kind]
                                                : conditions.filter((one) => one !== kind);
                                            set('field.condition', next.length > 0 ? next : 'same');
                                        }}
                                    />
                                    {kind}
                                </label>
                            ))}
                    </Line>
                    <OptionalFigure
                        path="field.ignore_below_percent_of_median"
                        label={t('pricing.notCheaperThanOfTheMedian')}
                        unit="%"
                        usual="50"
                    />
                    <Names label={t('pricing.leavingOutTheseSellers')} path="field.exclude_sellers" />
                    <Names label={t('pricing.onlyTheseSellers')} path="field.only_sellers" />
                    <Names label={t('pricing.sentFromTheseCountries')} path="field.ship_from" />
                    <Line
                        on={field.sources?.length === 1}
                        label={t('pricing.seenOnMarketplacesOnly')}
                        onChange={(on) => set('field.sources', on ? ['marketplace'] : undefined)}
                    />
                </div>
            </details>
        </div>
    );
}

const hasMore = ({ ignore_below_percent_of_median, exclude_sellers, only_sellers, ship_from, sources }: FieldDraft) =>
    [ignore_below_percent_of_median, exclude_sellers, only_sellers, ship_from, sources].some(
        (one) => one !== undefined,
    );

function Names({
    label,
    path,
}: {
    label: string;
    path: 'field.exclude_sellers' | 'field.only_sellers' | 'field.ship_from';
}) {
    const { draft, set } = useRuleWriting();
    const isOn = at(draft, path) !== undefined;
    const text = useRuleText(path);
    return (
        <Line on={isOn} label={label} onChange={(on) => set(path, on ? '' : undefined)}>
            {isOn && (
                <SellerInput label={t('pricing.separatedByCommas', { label })} className="min-w-0 flex-1" {...text} />
            )}
        </Line>
    );
}
