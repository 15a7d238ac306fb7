import { put } from '@/edit/merge';
import { FigureInput, type FigureInputProps } from '@/edit/FigureInput';
import { currencyFormat } from '@/edit/reading';
import { createContext, useContext } from 'react';
import { readerAt, textAt, type RuleDraft } from './ruleDraft';

/** The rule that is being written, for the panels of its sentence. */
export interface RuleWriting {
    draft: RuleDraft;
    /** The currency of its amounts. */
    currency: string;
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
    const { draft, currency, errors, set } = useRuleWriting();
    return (
        <FigureInput
            {...props}
            hideLabel={hideLabel}
            reader={readerAt(path, currency)}
            value={textAt(draft, path)}
            onChange={(text) => set(path, text)}
            error={errors[path]}
        />
    );
}
