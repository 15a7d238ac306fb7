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
                label="Stand"
                value={move}
                onChange={stand}
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
                        onChange={(next) =>
                            set('position', { move, ...(next === 'amount' ? { amount: '0.10' } : { percent: '1' }) })
                        }
                        options={[
                            ['percent', 'a part of it, in percent'],
                            ['amount', 'an amount'],
                        ]}
                    />
                    <div className="grid grid-cols-2 items-start gap-2">
                        <RuleFigure
                            path={`position.${unit}`}
                            label={unit === 'percent' ? 'Percent' : 'Amount'}
                            hideLabel={false}
                            unit={unit === 'percent' ? '%' : symbol}
                        />
                        {unit === 'percent' && (
                            <RuleFigure
                                path="position.at_least"
                                label="at least, an amount"
                                hideLabel={false}
                                unit={symbol}
                                placeholder="none"
                            />
                        )}
                    </div>
                </>
            )}
        </div>
    );
}
