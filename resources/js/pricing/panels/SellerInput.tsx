import { FigureInput } from '@/edit/FigureInput';
import { useDeferredValue, useId } from 'react';
import { useRivals } from '../queries';

interface Props {
    label: string;
    value: string;
    placeholder?: string;
    className: string;
    error?: string;
    onChange: (value: string) => void;
}

/** One seller, or several separated by commas; those that have been seen are offered while one types. */
export function SellerInput({ value, ...props }: Props) {
    const list = useId();
    const before = value.slice(0, value.lastIndexOf(',') + 1);
    const rivals = useRivals(useDeferredValue(value.slice(before.length).trim()));
    return (
        <>
            <FigureInput hideLabel list={list} value={value} {...props} />
            <datalist id={list}>
                {rivals.data?.map((rival) => (
                    <option
                        key={`${rival.channel}${rival.seller}`}
                        value={before === '' ? rival.seller : `${before} ${rival.seller}`}
                    >
                        {rival.name}, {rival.channel}
                    </option>
                ))}
            </datalist>
        </>
    );
}
