import { Button } from '@/ui/Button';
import { Select } from '@/ui/Select';
import { RuleFigure, useRuleWriting } from '../RuleWriting';
import type { HandicapDraft } from '../ruleDraft';
import { Row, TakeAway, useRuleText } from './parts';
import { SellerInput } from './SellerInput';

/** Offers that are taken for dearer or cheaper than they are, because buyers prefer them or shun them. */
export function HandicapPanel() {
    const { draft, set, symbol } = useRuleWriting();
    const all = draft.adjust ?? [];
    const write = (adjust: HandicapDraft[]) => set('adjust', adjust.length > 0 ? adjust : undefined);
    return (
        <div className="grid w-[520px] max-w-full gap-2">
            <p className="text-text-2">Take some offers for dearer (+) or cheaper (−) than they are</p>
            {all.map((one, index) => {
                const path = `adjust.${index}`;
                const isAmount = one.amount !== undefined && one.percent === undefined;
                const { seller, fulfilment, ...figures } = one;
                const whom = {
                    ...(seller === undefined ? {} : { seller }),
                    ...(fulfilment === undefined ? {} : { fulfilment }),
                };
                return (
                    <Row key={index}>
                        <Select
                            hideLabel
                            label={`Line ${index + 1}: whose`}
                            className="w-40"
                            value={seller !== undefined ? 'seller' : (fulfilment ?? 'all')}
                            options={[
                                ['marketplace', 'sent by the marketplace'],
                                ['merchant', 'sent by the seller'],
                                ['seller', 'of one seller'],
                                ['all', 'of every seller'],
                            ]}
                            onChange={(whose) =>
                                set(path, {
                                    ...figures,
                                    ...(whose === 'seller'
                                        ? { seller: '' }
                                        : whose === 'all'
                                          ? {}
                                          : { fulfilment: whose }),
                                })
                            }
                        />
                        {seller !== undefined && <Seller path={`${path}.seller`} label={`Line ${index + 1}: seller`} />}
                        <RuleFigure
                            path={`${path}.${isAmount ? 'amount' : 'percent'}`}
                            label={`Line ${index + 1}: by how much`}
                            className="w-24"
                        />
                        <Select
                            hideLabel
                            label={`Line ${index + 1}: in`}
                            className="w-16"
                            value={isAmount ? 'amount' : 'percent'}
                            options={[
                                ['percent', '%'],
                                ['amount', symbol],
                            ]}
                            onChange={(unit) =>
                                set(path, { ...whom, ...(unit === 'amount' ? { amount: '1.00' } : { percent: '5' }) })
                            }
                        />
                        <TakeAway
                            label={`Remove line ${index + 1}`}
                            onClick={() => write(all.filter((_, at) => at !== index))}
                        />
                    </Row>
                );
            })}
            <div>
                <Button onClick={() => write([...all, { seller: '', percent: '5' }])}>Add a line</Button>
            </div>
        </div>
    );
}

const Seller = ({ path, label }: { path: string; label: string }) => (
    <SellerInput label={label} placeholder="which seller" className="w-32" {...useRuleText(path)} />
);
