import { t } from '@/messages/pricing';
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
                <span>{t('pricing.countWhatWasSoldInThe')}</span>
                <RuleFigure path="window_days" label={t('pricing.days')} className="w-16" />
                <span>{t('pricing.days2')}</span>
            </Row>
            <Line
                on={draft.in_stock_days_only !== false}
                label={t('pricing.leaveDaysOutOfStockAside')}
                onChange={(on) => set('in_stock_days_only', on)}
            />
            <p className="text-[12.5px] text-text-3">{t('pricing.aPriceMovesAtMostOnce')}</p>
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
            <p className="text-text-2">{t('pricing.theFirstLineThatFitsMoves')}</p>
            {bands.map((band, index) => {
                const isAmount = band.amount !== undefined;
                const path = `bands.${index}`;
                return (
                    <Row key={index}>
                        <span>{t('pricing.sold')}</span>
                        <RuleFigure
                            path={`${path}.units_at_least`}
                            label={t('pricing.lineAtLeastSoMany', { index: index + 1 })}
                            className="w-16"
                        />
                        <span>{t('pricing.toBelow')}</span>
                        <RuleFigure
                            path={`${path}.units_below`}
                            label={t('pricing.lineFewerThanSoMany', { index: index + 1 })}
                            className="w-16"
                        />
                        <span>:</span>
                        <Select
                            hideLabel
                            label={t('pricing.lineWhichWay', { index: index + 1 })}
                            className="w-20"
                            value={band.move}
                            options={[
                                ['down', t('pricing.down')],
                                ['up', t('pricing.up')],
                            ]}
                            onChange={(move) => set(`${path}.move`, move)}
                        />
                        <RuleFigure
                            path={`${path}.${isAmount ? 'amount' : 'percent'}`}
                            label={t('pricing.lineByHowMuch', { index: index + 1 })}
                            className="w-20"
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
                            onChange={(unit) => {
                                const { units_at_least, units_below, move } = band;
                                const size = unit === 'amount' ? { amount: '1.00' } : { percent: '5' };
                                set(path, { units_at_least, units_below, move, ...size });
                            }}
                        />
                        {bands.length > 1 && (
                            <TakeAway
                                label={t('pricing.removeLine', { index: index + 1 })}
                                onClick={() => write(bands.filter((_, at) => at !== index))}
                            />
                        )}
                    </Row>
                );
            })}
            <div>
                <Button onClick={() => write([...bands, { units_at_least: '30', move: 'up', percent: '5' }])}>
                    {t('pricing.addALine')}
                </Button>
            </div>
            <p className="text-[12.5px] text-text-3">{t('pricing.emptyMeansNoLimitThatWay', { symbol })}</p>
        </div>
    );
}
