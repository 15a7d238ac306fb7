import type { CompetitiveRule } from '@/api/client';
import { plainAmount, plainPercent } from '@/catalogue/plainPercent';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Select';
import { Figure, PanelError, TakeAway } from './parts';
import { SellerInput } from './SellerInput';

type Handicap = NonNullable<CompetitiveRule['adjust']>[number];

interface Props {
    document: CompetitiveRule;
    onChange: (document: CompetitiveRule) => void;
    error?: string;
}

const meant = ({ seller, fulfilment }: Handicap): Handicap => ({
    ...(seller === undefined ? {} : { seller }),
    ...(fulfilment === undefined ? {} : { fulfilment }),
});

/** Offers that are taken for dearer or cheaper than they are, because buyers prefer them or shun them. */
export function HandicapPanel({ document, onChange, error }: Props) {
    const all = document.adjust ?? [];
    const write = (adjust: Handicap[]) => {
        const next: CompetitiveRule = { ...document, adjust };
        if (adjust.length === 0) delete (next as { adjust?: unknown }).adjust;
        onChange(next);
    };
    const put = (index: number, change: Handicap) => write(all.map((one, at) => (at === index ? change : one)));
    return (
        <div className="grid w-[460px] max-w-full gap-2">
            <p className="text-text-2">Take some offers for dearer (+) or cheaper (−) than they are</p>
            {all.map((one, index) => {
                const isAmount = one.amount !== undefined && Number.parseFloat(one.amount) !== 0;
                return (
                    <div key={index} className="flex flex-wrap items-center gap-2">
                        <Select
                            hideLabel
                            label="Whose"
                            className="w-40"
                            value={one.seller !== undefined ? 'seller' : (one.fulfilment ?? 'all')}
                            options={[
                                ['marketplace', 'sent by the market'],
                                ['merchant', 'sent by the seller'],
                                ['seller', 'of one seller'],
                                ['all', 'of everybody'],
                            ]}
                            onChange={(whose) =>
                                put(index, {
                                    percent: one.percent,
                                    amount: one.amount,
                                    ...(whose === 'seller'
                                        ? { seller: '' }
                                        : whose === 'all'
                                          ? {}
                                          : { fulfilment: whose }),
                                })
                            }
                        />
                        {one.seller !== undefined && (
                            <SellerInput
                                label="Which seller"
                                placeholder="which seller"
                                value={one.seller}
                                onChange={(seller) => put(index, { ...one, seller })}
                                className="h-8 w-32 rounded-md border border-line-2 bg-sheet px-2"
                            />
                        )}
                        <Figure
                            label="By how much"
                            value={(isAmount ? one.amount : one.percent) ?? ''}
                            onChange={(figure) => {
                                const plain = figure.replace('−', '-');
                                put(index, {
                                    ...meant(one),
                                    ...(isAmount ? { amount: plainAmount(plain) } : { percent: plainPercent(plain) }),
                                });
                            }}
                        />
                        <Select
                            hideLabel
                            label="In"
                            className="w-16"
                            value={isAmount ? 'amount' : 'percent'}
                            options={[
                                ['percent', '%'],
                                ['amount', '€'],
                            ]}
                            onChange={(unit) => {
                                put(index, {
                                    ...meant(one),
                                    ...(unit === 'amount' ? { amount: '1.00' } : { percent: '5' }),
                                });
                            }}
                        />
                        <TakeAway label="Take this away" onClick={() => write(all.filter((_, at) => at !== index))} />
                    </div>
                );
            })}
            <div>
                <Button onClick={() => write([...all, { seller: '', percent: '5' }])}>Another one</Button>
            </div>
            <PanelError says={error} />
        </div>
    );
}
