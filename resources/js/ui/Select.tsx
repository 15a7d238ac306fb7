import { useId } from 'react';

/** The browser's own list: it works with every keyboard and screen reader. */
export function Select<T extends string>({
    label,
    value,
    options,
    onChange,
    hideLabel = false,
    className,
}: {
    label: string;
    value: T;
    options: readonly (readonly [T, string])[];
    onChange: (value: T) => void;
    hideLabel?: boolean;
    className?: string;
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
                className="h-8 w-full rounded-md border border-line-2 bg-sheet px-2 text-text"
            >
                {options.map(([option, words]) => (
                    <option key={option} value={option}>
                        {words}
                    </option>
                ))}
            </select>
        </div>
    );
}
