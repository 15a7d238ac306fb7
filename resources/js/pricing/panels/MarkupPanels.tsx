import type { RuleDocument } from '@/api/client';
import { plainAmount, plainPercent } from '@/catalogue/plainPercent';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Select';
import { Figure, PanelError, TakeAway } from './parts';

export type MarkupRule = Extract<RuleDocument, { kind: 'markup' }>;

interface Props {
    document: MarkupRule;
    onChange: (document: MarkupRule) => void;
    error?: string;
}

type Tier = MarkupRule['tiers'][number];

/** What is put on the cost, by how much it is. Each line runs to one cent below the next. */
export function TiersPanel({ document, onChange, error }: Props) {
    const { tiers } = document;
    const write = (next: Tier[]) => onChange({ ...document, tiers: next });
    const put = (index: number, next: Tier) => write(tiers.map((tier, at) => (at === index ? next : tier)));
    return (
        <div className="grid w-96 max-w-full gap-2">
            <p className="text-text-2">On the unit cost</p>
            {tiers.map((tier, index) => {
                const isAmount = tier.amount !== undefined;
                return (
                    <div key={index} className="flex items-center gap-1.5">
                        from
                        {index === 0 ? (
                            <span className="w-20 pr-2 text-right">0.00</span>
                        ) : (
                            <Figure
                                label={`Line ${index + 1}: from a cost of`}
                                value={tier.from}
                                onChange={(from) => put(index, { ...tier, from: plainAmount(from) })}
                            />
                        )}
                        put on
                        <Figure
                            label={`Line ${index + 1}: markup`}
                            value={tier.amount ?? tier.percent ?? ''}
                            onChange={(text) =>
                                put(index, {
                                    from: tier.from,
                                    ...(isAmount ? { amount: plainAmount(text) } : { percent: plainPercent(text) }),
                                })
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
                                put(index, {
                                    from: tier.from,
                                    ...(unit === 'amount' ? { amount: '5.00' } : { percent: '80' }),
                                })
                            }
                        />
                        {index > 0 && (
                            <TakeAway
                                label={`Take away line ${index + 1}`}
                                onClick={() => write(tiers.filter((_, at) => at !== index))}
                            />
                        )}
                    </div>
                );
            })}
            <div>
                <Button onClick={() => write([...tiers, { from: next(tiers), percent: '60' }])}>Another line</Button>
            </div>
            <PanelError says={error} />
        </div>
    );
}

/** Where one more line could begin. */
const next = (tiers: Tier[]) => {
    const last = Number(tiers.at(-1)?.from ?? 0);
    return (last === 0 ? 20.01 : last * 2).toFixed(2);
};

export function MinProfitPanel({ document, onChange, error }: Props) {
    return (
        <div className="grid w-72 gap-2">
            <span className="flex items-center gap-2">
                Earn at least
                <Figure
                    label="Profit a piece"
                    unit="€ a piece"
                    value={document.min_profit ?? ''}
                    onChange={(text) => {
                        const changed: MarkupRule = { ...document, min_profit: plainAmount(text) };
                        if (text.trim() === '') delete (changed as { min_profit?: string }).min_profit;
                        onChange(changed);
                    }}
                />
            </span>
            <p className="text-[12.5px] text-text-3">After tax, fees and cost. Empty: nothing in particular.</p>
            <PanelError says={error} />
        </div>
    );
}
