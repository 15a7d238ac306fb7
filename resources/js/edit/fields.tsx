import { Choices } from '@/ui/Choices';
import { Select } from '@/ui/Select';
import { Tick } from '@/ui/Tick';
import type { ReactNode } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import { amountIn, withAmount, type AmountDraft } from './amounts';
import { amountReader, currencyFormat } from './reading';
import { FigureInput, type FigureInputProps } from './FigureInput';
import { SearchChoice } from './SearchChoice';

/** Fields of the form around them, by the name of what they edit. */

type Bound = Omit<FigureInputProps, 'value' | 'onChange' | 'error'> & { name: string };

export function FigureField({ name, onBlur, ...props }: Bound) {
    const { field, fieldState } = useController({ name });
    return (
        <FigureInput
            {...props}
            name={name}
            value={(field.value as string | undefined) ?? ''}
            onChange={field.onChange}
            onBlur={(event) => {
                field.onBlur();
                onBlur?.(event);
            }}
            error={fieldState.error?.message}
        />
    );
}

export type AmountProps = Omit<Bound, 'reader'> & {
    /** The currency of the workspace, and the one that is shown. */
    own: string;
    currency: string;
};

/** An amount that is given in several currencies, in one of them. */
export function AmountField({ name, own, currency, onBlur, ...props }: AmountProps) {
    const { field, fieldState } = useController({ name });
    const amount = field.value as AmountDraft | undefined;
    const format = currencyFormat(currency);
    return (
        <FigureInput
            unit={format.symbol}
            {...props}
            name={name}
            reader={amountReader(format)}
            value={amountIn(amount, currency, own)}
            onChange={(text) => field.onChange(withAmount(amount, currency, own, text))}
            onBlur={(event) => {
                field.onBlur();
                onBlur?.(event);
            }}
            error={fieldState.error?.message}
        />
    );
}

/** The same for a text. */
export const TextField = (props: Omit<Bound, 'reader'>) => <FigureField {...props} />;

interface ChoiceProps<T extends string> {
    name: string;
    label: string;
    options: readonly (readonly [T, string])[];
    hideLabel?: boolean;
    className?: string;
}

export function SelectField<T extends string>({ name, ...props }: ChoiceProps<T>) {
    const { field, fieldState } = useController({ name });
    return <Select {...props} value={field.value as T} onChange={field.onChange} error={fieldState.error?.message} />;
}

/** One of many: found by typing. */
export function SearchField({ name, ...props }: Omit<ChoiceProps<string>, 'hideLabel'>) {
    const { field } = useController({ name });
    return <SearchChoice {...props} value={field.value as string} onChange={field.onChange} />;
}

export function ChoicesField<T extends string>({ name, label, options }: ChoiceProps<T>) {
    const { field } = useController({ name });
    return <Choices label={label} options={options} value={field.value as T} onChange={field.onChange} />;
}

export function TickField({ name, label, children }: { name: string; label: string; children?: ReactNode }) {
    const { field } = useController({ name });
    return (
        <label className="flex items-center gap-2">
            <Tick checked={field.value as boolean} onChange={field.onChange} label={label} />
            {children ?? label}
        </label>
    );
}

/** What is wrong with something that is no single field. */
export function FieldError({ name }: { name: string }) {
    const { getFieldState, formState } = useFormContext();
    const error = getFieldState(name, formState).error as { message?: string; root?: { message?: string } } | undefined;
    const says = error?.root?.message ?? error?.message;
    return says ? (
        <p role="alert" className="text-[12.5px] text-broken">
            {says}
        </p>
    ) : null;
}
