import { t } from '@/messages/settings';
import { FigureField, SelectField } from '@/edit/fields';
import { amountReader, currencyFormat } from '@/edit/reading';
import { Button } from '@/ui/Button';
import { X } from 'lucide-react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { feeReader, NEW_FEE, type FeeDraft } from './fees';

const BASES = [
    ['landed', t('settings.priceWithShipping')],
    ['item', t('settings.priceAlone')],
] as const;

interface Props {
    /** Where in the form the fees stand. */
    name: string;
    currency: string;
}

/** The fees of a sale, line by line: percentages, fixed amounts, tiers. */
export function FeeLines({ name, currency }: Props) {
    const lines = useFieldArray({ name });
    const fees = useWatch({ name }) as FeeDraft[];
    return (
        <div className="grid gap-3">
            {lines.fields.map((line, index) => {
                const props = { name: `${name}.${index}`, currency };
                const kind = fees[index]?.kind;
                return (
                    <div key={line.id} className="flex items-start gap-3">
                        <div className="min-w-0">
                            {kind === 'percent' && <PercentLine {...props} />}
                            {kind === 'fixed' && <FixedLine {...props} />}
                            {kind === 'tiered' && <TieredLine {...props} />}
                        </div>
                        <button
                            type="button"
                            aria-label={t('settings.removeFee', { index: index + 1 })}
                            onClick={() => lines.remove(index)}
                            className="mt-[25px] grid size-7 place-items-center rounded text-text-2 hover:text-text"
                        >
                            <X size={15} />
                        </button>
                    </div>
                );
            })}
            <div className="flex flex-wrap gap-2">
                <Button onClick={() => lines.append(NEW_FEE.percent)}>{t('settings.addAPercentage')}</Button>
                <Button onClick={() => lines.append(NEW_FEE.fixed)}>{t('settings.addAFixedFee')}</Button>
                <Button onClick={() => lines.append(NEW_FEE.tiered)}>{t('settings.addTiers')}</Button>
            </div>
        </div>
    );
}

const Base = ({ name }: { name: string }) => (
    <SelectField name={`${name}.on`} label={t('settings.ofThe')} options={BASES} className="w-44" />
);

function PercentLine({ name, currency }: Props) {
    const format = currencyFormat(currency);
    return (
        <div className="flex flex-wrap items-start gap-3">
            <FigureField
                name={`${name}.percent`}
                label={t('settings.percentage')}
                className="w-28"
                unit="%"
                reader={feeReader}
            />
            <Base name={name} />
            {(['minimum', 'maximum'] as const).map((end) => (
                <FigureField
                    key={end}
                    name={`${name}.${end}`}
                    label={end === 'minimum' ? t('settings.atLeast') : t('settings.atMost')}
                    className="w-28"
                    unit={format.symbol}
                    reader={amountReader(format)}
                    placeholder={t('settings.none')}
                />
            ))}
        </div>
    );
}

function FixedLine({ name, currency }: Props) {
    const format = currencyFormat(currency);
    return (
        <FigureField
            name={`${name}.amount`}
            label={t('settings.fixedFeeASale')}
            className="w-28"
            unit={format.symbol}
            reader={amountReader(format)}
        />
    );
}

function TieredLine({ name, currency }: Props) {
    const format = currencyFormat(currency);
    const tiers = useFieldArray({ name: `${name}.tiers` });
    return (
        <div className="grid gap-2">
            <div className="flex flex-wrap gap-3">
                <SelectField
                    name={`${name}.mode`}
                    label={t('settings.tiers')}
                    options={[
                        ['slab', t('settings.theWholePriceAtTheRate')],
                        ['marginal', t('settings.eachPartAtItsOwnRate')],
                    ]}
                    className="w-72"
                />
                <Base name={name} />
            </div>
            {tiers.fields.map((tier, index) => {
                const isLast = index === tiers.fields.length - 1;
                return (
                    <div key={tier.id} className="flex items-start gap-3">
                        {isLast ? (
                            <p className="w-28 pt-[29px]">{t('settings.aboveThat')}</p>
                        ) : (
                            <FigureField
                                name={`${name}.tiers.${index}.up_to`}
                                label={t('settings.upTo')}
                                className="w-28"
                                unit={format.symbol}
                                reader={amountReader(format)}
                            />
                        )}
                        <FigureField
                            name={`${name}.tiers.${index}.percent`}
                            label={t('settings.percentage2')}
                            className="w-28"
                            unit="%"
                            reader={feeReader}
                        />
                        {!isLast && tiers.fields.length > 2 && (
                            <Button look="quiet" className="mt-[23px]" onClick={() => tiers.remove(index)}>
                                {t('settings.remove')}
                            </Button>
                        )}
                    </div>
                );
            })}
            <div>
                <Button look="quiet" onClick={() => tiers.insert(tiers.fields.length - 1, { up_to: '', percent: '' })}>
                    {t('settings.addATier')}
                </Button>
            </div>
        </div>
    );
}
