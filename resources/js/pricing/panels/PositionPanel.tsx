import { t } from '@/messages/pricing';
import { Choices } from '@/ui/Choices';
import { RuleFigure, useRuleWriting } from '../RuleWriting';
import type { PositionDraft } from '../ruleDraft';

type Move = NonNullable<PositionDraft['move']>;

/** Where to stand relative to the figure that is looked at. */
export function PositionPanel() {
    const { draft, set, symbol } = useRuleWriting();
    const position = draft.position ?? { move: 'match' as const };
    const move = position.move ?? 'match';
    const unit = position.amount !== undefined ? 'amount' : 'percent';
    const stand = (next: Move) =>
        set(
            'position',
            next === 'match'
                ? { move: next }
                : { ...position, move: next, ...(unit === 'percent' ? { percent: position.percent ?? '1' } : {}) },
        );
    return (
        <div className="grid w-72 gap-3">
            <Choices
                label={t('pricing.stand')}
                value={move}
                onChange={stand}
                options={[
                    ['below', t('pricing.belowIt')],
                    ['match', t('pricing.levelWithIt')],
                    ['above', t('pricing.aboveIt')],
                ]}
            />
            {move !== 'match' && (
                <>
                    <Choices
                        label={t('pricing.by')}
                        value={unit}
                        onChange={(next) =>
                            set('position', { move, ...(next === 'amount' ? { amount: '0.10' } : { percent: '1' }) })
                        }
                        options={[
                            ['percent', t('pricing.aPartOfItInPercent')],
                            ['amount', t('pricing.anAmount')],
                        ]}
                    />
                    <div className="grid grid-cols-2 items-start gap-2">
                        <RuleFigure
                            path={`position.${unit}`}
                            label={unit === 'percent' ? t('pricing.percent') : t('pricing.amount')}
                            hideLabel={false}
                            unit={unit === 'percent' ? '%' : symbol}
                        />
                        {unit === 'percent' && (
                            <RuleFigure
                                path="position.at_least"
                                label={t('pricing.atLeastAnAmount')}
                                hideLabel={false}
                                unit={symbol}
                                placeholder={t('pricing.none')}
                            />
                        )}
                    </div>
                </>
            )}
        </div>
    );
}
