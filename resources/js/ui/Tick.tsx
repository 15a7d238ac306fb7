import { Check, Minus } from 'lucide-react';
import { Checkbox } from 'radix-ui';

export function Tick({
    checked,
    onChange,
    label,
}: {
    checked: boolean | 'indeterminate';
    onChange: (checked: boolean) => void;
    label: string;
}) {
    return (
        <Checkbox.Root
            checked={checked}
            onCheckedChange={(next) => onChange(next === true)}
            onClick={(event) => event.stopPropagation()}
            aria-label={label}
            className="grid size-4 shrink-0 place-items-center rounded-[3px] border border-text-3 bg-sheet text-sheet data-[state=checked]:border-stripe data-[state=checked]:bg-stripe data-[state=indeterminate]:border-stripe data-[state=indeterminate]:bg-stripe"
        >
            <Checkbox.Indicator>
                {checked === 'indeterminate' ? <Minus size={12} /> : <Check size={12} strokeWidth={3} />}
            </Checkbox.Indicator>
        </Checkbox.Root>
    );
}
