import { roomForUnit } from '@/ui/roomForUnit';
import { clsx } from 'clsx';
import { useId, useState, type InputHTMLAttributes, type ReactNode } from 'react';
import { isRead, type Reader } from './reading';

export interface FigureInputProps extends Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'onChange' | 'size'> {
    label: ReactNode;
    /** The label is only read aloud: the words around the field say what it is. */
    hideLabel?: boolean;
    /** How the text is read; without one it is a text. */
    reader?: Reader;
    /** As it was typed. */
    value: string;
    onChange: (text: string) => void;
    unit?: string;
    /** What is wrong, from elsewhere than reading it. */
    error?: string;
    note?: ReactNode;
    /** Classes of the input alone. */
    inputClassName?: string;
}

/**
 * A field that keeps what is typed as it is typed. Beneath it: how it is read where that is not how it was typed, or
 * what is wrong with it as soon as it was left.
 */
export function FigureInput({
    label,
    hideLabel = false,
    reader,
    value,
    onChange,
    onBlur,
    unit,
    error,
    note,
    className,
    inputClassName,
    ...props
}: FigureInputProps) {
    const id = useId();
    const [wasLeft, setWasLeft] = useState(false);
    const reading = reader && value.trim() !== '' ? reader(value) : null;
    const wrong = error ?? (wasLeft && reading && !isRead(reading) ? reading.wrong : undefined);
    const readAs = reading && isRead(reading) && !isAsTyped(value, reading) ? `→ ${reading.shown}` : undefined;
    const says = wrong ?? readAs ?? note;
    return (
        <div className={className}>
            <label htmlFor={id} className={hideLabel ? 'sr-only' : 'mb-1 block text-text-2'}>
                {label}
            </label>
            <div className="relative">
                <input
                    id={id}
                    inputMode={reader ? 'decimal' : undefined}
                    autoComplete="off"
                    {...props}
                    value={value}
                    onChange={(event) => onChange(event.target.value)}
                    onBlur={(event) => {
                        setWasLeft(true);
                        onBlur?.(event);
                    }}
                    aria-invalid={wrong ? true : undefined}
                    aria-describedby={says ? `${id}-says` : undefined}
                    className={clsx(
                        'h-8 w-full rounded-md border bg-sheet px-2.5 text-text placeholder:text-text-3',
                        roomForUnit(unit),
                        reader && 'text-right tabular-nums',
                        wrong ? 'border-broken' : 'border-line-2',
                        inputClassName,
                    )}
                />
                {unit && (
                    <span aria-hidden className="pointer-events-none absolute top-1.5 right-2.5 text-text-3">
                        {unit}
                    </span>
                )}
            </div>
            <p
                id={`${id}-says`}
                aria-live="polite"
                className={clsx('text-[12.5px]', says && 'mt-1', wrong ? 'text-broken' : 'text-text-3')}
            >
                {says}
            </p>
        </div>
    );
}

/** Whether it need not be said how a text was read: it says the same, but for blanks and trailing zeros. */
function isAsTyped(typed: string, read: { value: string; shown: string }): boolean {
    const plain = (figure: string) =>
        figure
            .replace(/[\s\u00a0\u202f]/g, '')
            .replace(/(\.\d*?)0+$|\.$/, '$1')
            .replace(/\.$/, '');
    return [read.value, read.shown].some((one) => plain(one) === plain(typed));
}
