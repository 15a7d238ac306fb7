import { useEffect, useRef } from 'react';

/** A box to tick. There is one in every row: the browser's own costs least. */
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
    const box = useRef<HTMLInputElement>(null);
    useEffect(() => {
        if (box.current) box.current.indeterminate = checked === 'indeterminate';
    }, [checked]);
    return (
        <input
            ref={box}
            type="checkbox"
            checked={checked === true}
            onChange={(event) =>
                onChange(checked !== true, (event.nativeEvent as unknown as MouseEvent).shiftKey === true)
            }
            onClick={(event) => event.stopPropagation()}
            aria-label={label}
            className="tick"
        />
    );
}
