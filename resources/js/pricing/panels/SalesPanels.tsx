import { Button } from '@/ui/Button';
import { Select } from '@/ui/Select';
import { RuleFigure, useRuleWriting } from '../RuleWriting';
import type { BandDraft } from '../ruleDraft';
import { Line, Row, TakeAway } from './parts';

/** Over how many days sales are counted. */
export function WindowPanel() {
    const { draft, set } = useRuleWriting();
    return (
        <div className="grid w-80 gap-2">
            <Row>
                <span>Count what was sold in the last</span>
                <RuleFigure path="window_days" label="Days" className="w-16" />
                <span>days</span>
            </Row>
            <Line
                on={draft.in_stock_days_only !== false}
                label="leave days out of stock aside"
                onChange={(on) => set('in_stock_days_only', on)}
            />
            <p className="text-[12.5px] text-text-3">
                A price moves at most once in that time: its sales say nothing before.
            </p>
        </div>
    );
}

/** Which pace moves the price which way; the first that fits counts. */
export function BandsPanel() {
    const { draft, set, symbol } = useRuleWriting();
    const bands = draft.bands ?? [];
    const write = (next: BandDraft[]) => set('bands', next);
    return (
        <div className="grid w-[540px] max-w-full gap-2">
            <p className="text-text-2">The first line that fits moves the price</p>
            {bands.map((band, index) => {
                const isAmount = band.amount !== undefined;
                const path = `bands.${index}`;
                return (
                    <Row key={index}>
                        <span>sold</span>
                        <RuleFigure
                            path={`${path}.units_at_least`}
                            label={`Line ${index + 1}: at least so many`}
                            className="w-16"
                        />
                        <span>to below</span>
                        <RuleFigure
                            path={`${path}.units_below`}
                            label={`Line ${index + 1}: fewer than so many`}
                            className="w-16"
                        />
                        <span>:</span>
                        <Select
                            hideLabel
                            label={`Line ${index + 1}: which way`}
                            className="w-20"
                            value={band.move}
                            options={[
                                ['down', 'down'],
                                ['up', 'up'],
                            ]}
                            onChange={(move) => set(`${path}.move`, move)}
                        />
                        <RuleFigure
                            path={`${path}.${isAmount ? 'amount' : 'percent'}`}
                            label={`Line ${index + 1}: by how much`}
                            className="w-20"
                        />
                        <Select
                            hideLabel
                            label={`Line ${index + 1}: in`}
                            className="w-14"
                            value={isAmount ? 'amount' : 'percent'}
                            options={[
                                ['percent', '%'],
                                ['amount', symbol],
                            ]}
                            onChange={(unit) => {
                                const { units_at_least, units_below, move } = band;
                                const size = unit === 'amount' ? { amount: '1.00' } : { percent: '5' };
                                set(path, { units_at_least, units_below, move, ...size });
                            }}
                        />
                        {bands.length > 1 && (
                            <TakeAway
                                label={`Remove line ${index + 1}`}
                                onClick={() => write(bands.filter((_, at) => at !== index))}
                            />
                        )}
                    </Row>
                );
            })}
            <div>
                <Button onClick={() => write([...bands, { units_at_least: '30', move: 'up', percent: '5' }])}>
                    Add a line
                </Button>
            </div>
            <p className="text-[12.5px] text-text-3">
                Empty means no limit that way. A step is 1 to 90 %, or at least {symbol} 1.
            </p>
        </div>
    );
}
