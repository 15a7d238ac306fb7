import { t } from '@/messages/pricing';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Select';
import { RuleFigure, useRuleWriting } from '../RuleWriting';
import type { TierDraft } from '../ruleDraft';
import { Row, TakeAway } from './parts';

/** What is put on the cost, by how much it is. Each line runs to one cent below the next. */
export function TiersPanel() {
    const { draft, set, symbol } = useRuleWriting();
    const tiers = draft.tiers ?? [];
    const write = (next: TierDraft[]) => set('tiers', next);
    return (
        <div className="grid w-[430px] max-w-full gap-2">
            <p className="text-text-2">{t('pricing.onTheUnitCost')}</p>
            {tiers.map((tier, index) => {
                const isAmount = tier.amount !== undefined;
                const path = `tiers.${index}`;
                return (
                    <Row key={index}>
                        <span>{t('pricing.from2')}</span>
                        {index === 0 ? (
                            <span className="w-24 pr-2 text-right">0.00</span>
                        ) : (
                            <RuleFigure
                                path={`${path}.from`}
                                label={t('pricing.lineFromACostOf', { index: index + 1 })}
                                className="w-24"
                            />
                        )}
                        <span>{t('pricing.putOn')}</span>
                        <RuleFigure
                            path={`${path}.${isAmount ? 'amount' : 'percent'}`}
                            label={t('pricing.lineMarkup', { index: index + 1 })}
                            className="w-24"
                        />
                        <Select
                            hideLabel
                            label={t('pricing.lineIn', { index: index + 1 })}
                            className="w-14"
                            value={isAmount ? 'amount' : 'percent'}
                            options={[
                                ['percent', '%'],
                                ['amount', symbol],
                            ]}
                            onChange={(unit) =>
                                set(path, {
                                    from: tier.from,
                                    ...(unit === 'amount' ? { amount: '5.00' } : { percent: '80' }),
                                })
                            }
                        />
                        {index > 0 && (
                            <TakeAway
                                label={t('pricing.removeLine', { index: index + 1 })}
                                onClick={() => write(tiers.filter((_, at) => at !== index))}
                            />
                        )}
                    </Row>
                );
            })}
            <div>
                <Button onClick={() => write([...tiers, { from: '', percent: '' }])}>{t('pricing.addALine')}</Button>
            </div>
        </div>
    );
}

export function MinProfitPanel() {
    const { symbol } = useRuleWriting();
    return (
        <div className="grid w-72 gap-2">
            <Row>
                <span>{t('pricing.earnAtLeast')}</span>
                <RuleFigure path="min_profit" label={t('pricing.profitPerUnit')} unit={symbol} className="w-28" />
                <span>{t('pricing.perUnit')}</span>
            </Row>
            <p className="text-[12.5px] text-text-3">{t('pricing.afterTaxFeesAndCostEmpty')}</p>
        </div>
    );
}
