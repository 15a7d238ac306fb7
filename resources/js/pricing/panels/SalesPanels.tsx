import type { RuleDocument } from '@/api/client';
import { plainAmount, plainPercent } from '@/catalogue/plainPercent';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Select';
import { Figure, Line, PanelError, said, TakeAway, whole } from './parts';

export type SalesRule = Extract<RuleDocument, { kind: 'sales' }>;

interface Props {
    document: SalesRule;
    onChange: (document: SalesRule) => void;
    error?: string;
}

/** Over how many days sales are counted. */
export function WindowPanel({ document, onChange, error }: Props) {
    return (
        <div className="grid w-80 gap-2">
            <span className="flex items-center gap-2">
                Count what was sold in the last
                <Figure
                    label="Days"
                    className="w-14"
                    value={String(document.window_days ?? 7)}
                    onChange={(days) => onChange({ ...document, window_days: whole(days) })}
                />
                days
            </span>
            <Line
                on={document.in_stock_days_only !== false}
                label="leave days out of stock aside"
                onChange={(on) => onChange({ ...document, in_stock_days_only: on })}
            />
            <p className="text-[12.5px] text-text-3">
                A price moves at most once in that time: its sales say nothing before.
            </p>
            <PanelError says={error} />
        </div>
    );
}

type Band = SalesRule['bands'][number];

/** Which pace moves the price which way; the first that fits counts. */
export function BandsPanel({ document, onChange, error }: Props) {
    const { bands } = document;
    const write = (next: Band[]) => onChange({ ...document, bands: next });
    const put = (index: number, change: Partial<Band>) =>
        write(bands.map((band, at) => (at === index ? said({ ...band, ...change }) : band)));
    const units = (band: Band, side: 'units_at_least' | 'units_below') => band[side]?.toString() ?? '';
    return (
        <div className="grid w-[500px] max-w-full gap-2">
            <p className="text-text-2">The first line that fits moves the price</p>
            {bands.map((band, index) => {
                const isAmount = band.amount !== undefined;
                return (
                    <div key={index} className="flex items-center gap-1.5">
                        sold
                        <Figure
                            label={`Line ${index + 1}: at least so many`}
                            className="w-14"
                            value={units(band, 'units_at_least')}
                            onChange={(text) => put(index, { units_at_least: text.trim() ? whole(text) : undefined })}
                        />
                        to below
                        <Figure
                            label={`Line ${index + 1}: fewer than so many`}
                            className="w-14"
                            value={units(band, 'units_below')}
                            onChange={(text) => put(index, { units_below: text.trim() ? whole(text) : undefined })}
                        />
                        :
                        <Select
                            hideLabel
                            label={`Line ${index + 1}: which way`}
                            className="w-20"
                            value={band.move}
                            options={[
                                ['down', 'down'],
                                ['up', 'up'],
                            ]}
                            onChange={(move) => put(index, { move })}
                        />
                        <Figure
                            label={`Line ${index + 1}: by how much`}
                            className="w-16"
                            value={band.amount ?? band.percent ?? ''}
                            onChange={(text) =>
                                put(index, isAmount ? { amount: plainAmount(text) } : { percent: plainPercent(text) })
                            }
                        />
                        <Select
                            hideLabel
                            label={`Line ${index + 1}: in`}
                            className="w-14"
                            value={isAmount ? 'amount' : 'percent'}
                            options={[
                                ['percent', '%'],
                                ['amount', '€'],
                            ]}
                            onChange={(unit) =>
                                put(
                                    index,
                                    unit === 'amount'
                                        ? { amount: '1.00', percent: undefined }
                                        : { percent: '5', amount: undefined },
                                )
                            }
                        />
                        {bands.length > 1 && (
                            <TakeAway
                                label={`Take away line ${index + 1}`}
                                onClick={() => write(bands.filter((_, at) => at !== index))}
                            />
                        )}
                    </div>
                );
            })}
            <div>
                <Button onClick={() => write([...bands, { units_at_least: 30, move: 'up', percent: '5' }])}>
                    Another line
                </Button>
            </div>
            <p className="text-[12.5px] text-text-3">
                Empty means no limit that way. Steps are 1 to 90 %, or one euro at least.
            </p>
            <PanelError says={error} />
        </div>
    );
}
