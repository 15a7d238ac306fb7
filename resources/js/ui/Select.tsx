import { clsx } from 'clsx';
import { useId } from 'react';

/** The browser's own list: it works with every keyboard and screen reader. */
export function Select<T extends string>({
    label,
    value,
    options,
    onChange,
    hideLabel = false,
    className,
    error,
}: {
    label: string;
    value: T;
    options: readonly (readonly [T, string])[];
    onChange: (value: T) => void;
    hideLabel?: boolean;
    className?: string;
    error?: string;
}) {
    const id = useId();
    return (
        <div className={className}>
            <label htmlFor={id} className={hideLabel ? 'sr-only' : 'mb-1 block text-text-2'}>
                {label}
            </label>
            <select
                id={id}
                value={value}
                onChange={(event) => onChange(event.target.value as T)}
                aria-invalid={error ? true : undefined}
                aria-describedby={error && `${id}-error`}
                className={clsx(
                    'h-8 w-full rounded-md border bg-sheet px-2 text-text',
                    error ? 'border-broken' : 'border-line-2',
                )}
            >
                {options.map(([option, words]) => (
                    <option key={option} value={option}>
                        {words}
                    </option>
                ))}
            </select>
            {error && (
                <p id={`${id}-error`} className="mt-1 text-[12.5px] text-broken">
                    {error}
                </p>
            )}
        </div>
    );
}
