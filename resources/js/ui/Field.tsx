import { clsx } from 'clsx';
import { useId, type InputHTMLAttributes, type ReactNode } from 'react';
import { roomForUnit } from './roomForUnit';

interface FieldProps extends InputHTMLAttributes<HTMLInputElement> {
    label: ReactNode;
    /** What is wrong; stands right under the field. */
    error?: string;
    /** How it was read, or what it means. */
    note?: ReactNode;
    unit?: string;
}

export function Field({ label, error, note, unit, className, ...props }: FieldProps) {
    const id = useId();
    const describedBy = error || note ? `${id}-note` : undefined;
    return (
        <div className={className}>
            <label htmlFor={id} className="mb-1 block text-text-2">
                {label}
            </label>
            <div className="relative">
                <input
                    id={id}
                    {...props}
                    aria-invalid={error ? true : undefined}
                    aria-describedby={describedBy}
                    className={clsx(
                        'h-8 w-full rounded-md border bg-sheet px-2.5 text-text placeholder:text-text-3',
                        roomForUnit(unit),
                        error ? 'border-broken' : 'border-line-2',
                    )}
                />
                {unit && <span className="absolute top-1.5 right-2.5 text-text-3">{unit}</span>}
            </div>
            {(error || note) && (
                <p id={describedBy} className={clsx('mt-1 text-[12.5px]', error ? 'text-broken' : 'text-text-3')}>
                    {error ?? note}
                </p>
            )}
        </div>
    );
}
