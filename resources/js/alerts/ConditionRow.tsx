import { t } from '@/messages/alerts';
import { FigureInput } from '@/edit/FigureInput';
import { Select } from '@/ui/Select';
import { X } from 'lucide-react';
import {
    AGAINST,
    amountIn,
    APART,
    CHANGES,
    DIRECTIONS,
    ELSEWHERE,
    FIGURES,
    KINDS,
    percent,
    RELATIONS,
    STATES_FOR_DAYS,
    WHOSE,
    wholeDays,
    type ConditionDraft,
} from './conditions';
import { currencyFormat } from '@/edit/reading';

interface Props {
    number: number;
    draft: ConditionDraft;
    currency: string;
    /** Rivals that may be named, as choices. */
    sellers: readonly (readonly [string, string])[];
    error?: string;
    onChange: (draft: ConditionDraft) => void;
    onRemove: (() => void) | null;
}

/** One condition, read from left to right as a sentence. */
export function ConditionRow({ number, draft, currency, sellers, error, onChange, onRemove }: Props) {
    const set = (more: Partial<ConditionDraft>) => onChange({ ...draft, ...more });
    const { kind } = draft;
    const whose = [...(kind === 'prices_apart' ? APART : WHOSE), ...sellers];
    return (
        <fieldset className="flex flex-wrap items-start gap-2 border-b border-line py-2">
            <legend className="sr-only">{t('alerts.condition', { number })}</legend>
            <Select
                hideLabel
                label={t('alerts.when')}
                value={kind}
                options={KINDS}
                // Only this kind holds prices of ours against each other.
                onChange={(next) =>
                    set({
                        kind: next,
                        ...(next !== 'prices_apart' && draft.whose === ELSEWHERE ? { whose: 'ours' } : {}),
                    })
                }
            />
            {(kind === 'price_moved' || kind === 'price_stands' || kind === 'prices_apart') && (
                <Select
                    hideLabel
                    className="max-w-[190px]"
                    label={t('alerts.whose')}
                    value={draft.whose}
                    options={whose}
                    onChange={(next) => set({ whose: next })}
                />
            )}
            {kind === 'price_moved' && (
                <Select
                    hideLabel
                    label={t('alerts.direction')}
                    value={draft.direction}
                    options={DIRECTIONS}
                    onChange={(next) => set({ direction: next })}
                />
            )}
            {kind === 'prices_apart' && (
                <Select
                    hideLabel
                    className="max-w-[190px]"
                    label={t('alerts.than')}
                    value={draft.than}
                    options={whose}
                    onChange={(next) => set({ than: next })}
                />
            )}
            {(kind === 'price_moved' || kind === 'prices_apart') && (
                <div className="flex gap-2">
                    <span className="pt-1.5 text-text-2" aria-hidden="true">
                        {t('alerts.byMore')}
                    </span>
                    <FigureInput
                        hideLabel
                        className="w-[76px]"
                        label={t('alerts.byMore')}
                        unit="%"
                        reader={percent}
                        value={draft.percent}
                        onChange={(next) => set({ percent: next })}
                    />
                </div>
            )}
            {kind === 'price_moved' && (
                <Select
                    hideLabel
                    label={t('alerts.against')}
                    value={draft.days}
                    options={AGAINST}
                    onChange={(next) => set({ days: next })}
                />
            )}
            {kind === 'price_stands' && (
                <>
                    <Select
                        hideLabel
                        label={t('alerts.relation')}
                        value={draft.relation}
                        options={RELATIONS}
                        onChange={(next) => set({ relation: next })}
                    />
                    <Select
                        hideLabel
                        label={t('alerts.to')}
                        value={draft.to}
                        options={FIGURES}
                        onChange={(next) => set({ to: next })}
                    />
                </>
            )}
            {kind === 'price_stands' && draft.to === 'amount' && (
                <FigureInput
                    hideLabel
                    className="w-[150px]"
                    label={t('alerts.amount')}
                    placeholder={t('alerts.amount')}
                    unit={currencyFormat(currency).symbol}
                    reader={amountIn(currency)}
                    value={draft.amount}
                    onChange={(next) => set({ amount: next })}
                />
            )}
            {(kind === 'buy_box' || kind === 'rank' || kind === 'rival' || kind === 'listing') && (
                <Select
                    hideLabel
                    label={t('alerts.change')}
                    value={CHANGES[kind].some(([name]) => name === draft.change) ? draft.change : CHANGES[kind][0][0]}
                    options={CHANGES[kind]}
                    onChange={(next) => set({ change: next })}
                />
            )}
            {kind === 'listing' && STATES_FOR_DAYS.includes(draft.change) && (
                <div className="flex gap-2">
                    <span className="pt-1.5 text-text-2" aria-hidden="true">
                        {t('alerts.forAtLeast')}
                    </span>
                    <FigureInput
                        hideLabel
                        className="w-[92px]"
                        label={t('alerts.forAtLeast')}
                        unit={t('alerts.days')}
                        reader={wholeDays}
                        value={draft.forDays}
                        onChange={(next) => set({ forDays: next })}
                    />
                </div>
            )}
            {onRemove && (
                <button
                    type="button"
                    aria-label={t('alerts.removeCondition')}
                    onClick={onRemove}
                    className="mt-1 ml-auto rounded p-1 text-text-3 hover:text-text"
                >
                    <X size={16} />
                </button>
            )}
            {error && (
                <p role="alert" className="w-full text-[12.5px] text-broken">
                    {error}
                </p>
            )}
        </fieldset>
    );
}
