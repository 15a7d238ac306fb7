import { RadioGroup } from 'radix-ui';
import { useId } from 'react';

/** One of a few, each a line. */
export function Choices<T extends string>({
    label,
    value,
    options,
    onChange,
}: {
    label: string;
    value: T;
    options: readonly (readonly [T, string])[];
    onChange: (value: T) => void;
}) {
    const id = useId();
    return (
        <div>
            <p id={id} className="mb-1.5 text-text-2">
                {label}
            </p>
            <RadioGroup.Root
                value={value}
                onValueChange={(next) => onChange(next as T)}
                aria-labelledby={id}
                className="grid gap-1"
            >
                {options.map(([option, words]) => (
                    <label key={option} className="flex items-center gap-2 py-0.5">
                        <RadioGroup.Item
                            value={option}
                            className="size-[15px] shrink-0 rounded-full border border-text-3 bg-sheet data-[state=checked]:border-[4.5px] data-[state=checked]:border-stripe"
                        />
                        {words}
                    </label>
                ))}
            </RadioGroup.Root>
        </div>
    );
}
