import { t } from '@/messages/pricing';
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
            <p className="text-text-2">{t('pricing.takeSomeOffersForDearerOr')}</p>
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
                            label={t('pricing.lineWhose', { index: index + 1 })}
                            className="w-40"
                            value={seller !== undefined ? 'seller' : (fulfilment ?? 'all')}
                            options={[
                                ['marketplace', t('pricing.sentByTheMarketplace')],
                                ['merchant', t('pricing.sentByTheSeller')],
                                ['seller', t('pricing.ofOneSeller')],
                                ['all', t('pricing.ofEverySeller')],
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
                        {seller !== undefined && (
                            <Seller path={`${path}.seller`} label={t('pricing.lineSeller', { index: index + 1 })} />
                        )}
                        <RuleFigure
                            path={`${path}.${isAmount ? 'amount' : 'percent'}`}
                            label={t('pricing.lineByHowMuch', { index: index + 1 })}
                            className="w-24"
                        />
                        <Select
                            hideLabel
                            label={t('pricing.lineIn', { index: index + 1 })}
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
                            label={t('pricing.removeLine', { index: index + 1 })}
                            onClick={() => write(all.filter((_, at) => at !== index))}
                        />
                    </Row>
                );
            })}
            <div>
                <Button onClick={() => write([...all, { seller: '', percent: '5' }])}>{t('pricing.addALine')}</Button>
            </div>
        </div>
    );
}

const Seller = ({ path, label }: { path: string; label: string }) => (
    <SellerInput label={label} placeholder={t('pricing.whichSeller')} className="w-32" {...useRuleText(path)} />
);
