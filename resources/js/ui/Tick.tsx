import { Check, Minus } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { useRef } from 'react';

export function Tick({
    checked,
    onChange,
    label,
}: {
    checked: boolean | 'indeterminate';
    /** Also told whether the Shift key was held. */
    onChange: (checked: boolean, shift: boolean) => void;
    label: string;
}) {
    const shift = useRef(false);
    return (
        <Checkbox.Root
            checked={checked}
            onCheckedChange={(next) => onChange(next === true, shift.current)}
            onClickCapture={(event) => (shift.current = event.shiftKey)}
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
