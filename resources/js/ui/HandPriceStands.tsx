import { useWorkspace } from '@/api/queries';
import { Select } from './Select';

/** For how long rules leave a price alone that someone sets. */
export type Stands = { stands: 'market' | 'hours' | 'released'; hours?: number };

const OPTIONS = [
    ['market', 'until the market moves'],
    ['hours 4', 'for four hours'],
    ['hours 24', 'for a day'],
    ['hours 168', 'for a week'],
    ['released', 'until it is released'],
] as const;

type Option = string;

const read = (option: Option): Stands => {
    const [stands, hours] = option.split(' ');
    return { stands: stands as Stands['stands'], ...(hours ? { hours: Number(hours) } : {}) };
};

const write = ({ stands, hours }: Stands): Option => (stands === 'hours' ? `hours ${hours ?? 24}` : stands);

/** Asks how long a price stands; what the settings say is chosen to begin with. */
export function HandPriceStands({
    value,
    onChange,
    label = 'It stands',
    hideLabel = false,
    className = 'w-48',
}: {
    value: Stands | undefined;
    onChange: (value: Stands) => void;
    label?: string;
    hideLabel?: boolean;
    className?: string;
}) {
    const usual = useWorkspace().data;
    const shown = write(value ?? { stands: usual?.hand_price_stands ?? 'market', hours: usual?.hand_price_hours });
    const options = OPTIONS.some(([option]) => option === shown)
        ? OPTIONS
        : [...OPTIONS, [shown, `for ${shown.split(' ')[1]} hours`] as const];
    return (
        <Select<Option>
            label={label}
            hideLabel={hideLabel}
            value={shown}
            options={options}
            onChange={(option) => onChange(read(option))}
            className={className}
        />
    );
}
