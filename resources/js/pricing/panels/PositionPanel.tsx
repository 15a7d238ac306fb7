import type { CompetitiveRule } from '@/api/client';
import { plainAmount, plainPercent } from '@/catalogue/plainPercent';
import { Choices } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { useState } from 'react';
import { PanelError } from './parts';

type Position = NonNullable<CompetitiveRule['position']>;

interface Props {
    document: CompetitiveRule;
    onChange: (document: CompetitiveRule) => void;
    error?: string;
}

/** Where to stand relative to the figure that is looked at. */
export function PositionPanel({ document, onChange, error }: Props) {
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
            <PanelError says={error} />
        </div>
    );
}
