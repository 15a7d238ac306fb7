import { t } from '@/messages/settings';
import { amountIn, withAmount } from '@/edit/amounts';
import { FigureInput } from '@/edit/FigureInput';
import { currencyFormat } from '@/edit/reading';
import { Select } from '@/ui/Select';
import { X } from 'lucide-react';
import { useController, useFormState, type FieldErrors } from 'react-hook-form';
import { draft, type Draft, KINDS, reference, REFERENCES, type Side, termReader, unit } from './limitTerms';

interface LimitsForm {
    floor: Draft[];
    ceiling: Draft[];
}

/** The terms of a floor or a ceiling of the form around them, with their amounts in one of its currencies. */
export function TermLines({ side, own, currency }: { side: Side; own: string; currency: string }) {
    const { field } = useController<LimitsForm, Side>({ name: side });
    const { errors } = useFormState<LimitsForm>();
    const drafts = field.value;
    const put = (index: number, next: Draft) => field.onChange(drafts.map((one, at) => (at === index ? next : one)));
    const free = KINDS[side].filter(([kind]) => !drafts.some((one) => one.term.kind === kind));
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 font-bold">
                {side === 'floor' ? t('settings.floorAtLeast') : t('settings.ceilingAtMost')}
                {drafts.length > 1 && (
                    <span className="font-normal text-text-3">
                        {side === 'floor' ? t('settings.theHighestCounts') : t('settings.theLowestCounts')}
                    </span>
                )}
            </legend>
            {drafts.map((one, index) => {
                const { kind } = one.term;
                const given = unit(kind);
                const words = KINDS[side].find(([name]) => name === kind)?.[1] ?? t('settings.aFigureOfTheMarket');
                return (
                    <div key={kind} className="flex items-start gap-2">
                        <span className="w-[230px] pt-1.5">{words}</span>
                        <div className="w-[150px]">
                            {kind === 'reference' && reference(one.term) && (
                                <Select
                                    hideLabel
                                    label={t('settings.whichFigureOfTheMarket')}
                                    value={reference(one.term)!}
                                    options={REFERENCES}
                                    onChange={(of) =>
                                        put(index, { ...one, term: { kind: 'reference', reference: { of } } })
                                    }
                                />
                            )}
                            {given !== null && (
                                <FigureInput
                                    hideLabel
                                    label={`${side}: ${words}`}
                                    unit={given === 'percent' ? '%' : currencyFormat(currency).symbol}
                                    reader={termReader(kind, currency) ?? undefined}
                                    value={
                                        given === 'amount'
                                            ? amountIn(one.figure, currency, own)
                                            : (one.figure as string)
                                    }
                                    onChange={(text) =>
                                        put(index, {
                                            ...one,
                                            figure:
                                                given === 'amount' ? withAmount(one.figure, currency, own, text) : text,
                                        })
                                    }
                                    onBlur={field.onBlur}
                                    error={errorAt(errors, side, index)}
                                />
                            )}
                        </div>
                        <button
                            type="button"
                            aria-label={t('settings.remove2', { words })}
                            className="mt-1.5 rounded p-0.5 text-text-3 hover:text-text"
                            onClick={() => field.onChange(drafts.filter((_, at) => at !== index))}
                        >
                            <X size={16} />
                        </button>
                    </div>
                );
            })}
            {free.length > 0 && (
                <Select
                    label={t('settings.addToThe', { side })}
                    hideLabel
                    className="w-[230px]"
                    value=""
                    options={[
                        ['', side === 'floor' ? t('settings.addToTheFloor') : t('settings.addToTheCeiling')],
                        ...free,
                    ]}
                    onChange={(kind) => kind !== '' && field.onChange([...drafts, draft({ kind })])}
                />
            )}
        </fieldset>
    );
}

const errorAt = (errors: FieldErrors<LimitsForm>, side: Side, index: number) => errors[side]?.[index]?.figure?.message;

/** Where the server's errors of terms belong in the form. */
export const termField = (path: string) =>
    path.replace(/^limits\.(floor|ceiling)\.(\d+)\..*$/, '$1.$2.figure').replace(/^limits\.(floor|ceiling)$/, '$1');
