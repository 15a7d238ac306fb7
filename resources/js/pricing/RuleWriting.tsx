import { FigureInput, type FigureInputProps } from '@/edit/FigureInput';
import { currencyFormat } from '@/edit/reading';
import { createContext, useContext } from 'react';
import { amountIn, withAmount, type AmountDraft } from '@/edit/amounts';
import { isAmount, readerAt, textAt, type RuleDraft } from './ruleDraft';
import { at, put } from '@/edit/merge';

/** The rule that is being written, for the panels of its sentence. */
export interface RuleWriting {
    draft: RuleDraft;
    /** The currency of the workspace: that of plain amounts. */
    own: string;
    /** The currency in which amounts are written at the moment. */
    currency: string;
    /** Those of its listings; one where it is sold in one. */
    currencies: string[];
    onChange: (draft: RuleDraft) => void;
    /** What the server says is wrong, by path. */
    errors: Record<string, string>;
}

export const RuleWritingContext = createContext<RuleWriting | null>(null);

export function useRuleWriting(): RuleWriting & { set: (path: string, value: unknown) => void; symbol: string } {
    const writing = useContext(RuleWritingContext);
    if (!writing) throw new Error('Panels stand inside a rule that is written.');
    return {
        ...writing,
        set: (path, value) => writing.onChange(put(writing.draft, path, value)),
        symbol: currencyFormat(writing.currency).symbol,
    };
}

type Props = Omit<FigureInputProps, 'value' | 'onChange' | 'error' | 'reader' | 'label'> & {
    /** Where in the document the figure stands. */
    path: string;
    label: string;
};

/** A figure of the rule, kept as it is typed. */
export function RuleFigure({ path, hideLabel = true, ...props }: Props) {
    const { draft, own, currency, errors, set } = useRuleWriting();
    const amount = isAmount(path) ? (at(draft, path) as AmountDraft | undefined) : undefined;
    return (
        <FigureInput
            {...props}
            hideLabel={hideLabel}
            reader={readerAt(path, currency)}
            value={isAmount(path) ? amountIn(amount, currency, own) : textAt(draft, path)}
            onChange={(text) => set(path, isAmount(path) ? withAmount(amount, currency, own, text) : text)}
            error={errors[path]}
        />
    );
}
