import { t } from '@/messages/message';
import { useWorkspace } from '@/api/queries';
import { Select } from './Select';

/** For how long rules leave a price alone that someone sets. */
export type Stands = { stands: 'market' | 'hours' | 'released'; hours?: number };

/** What ends a price that stands for no set time. */
export const STANDS_UNTIL = { market: t('ui.untilTheMarketMoves'), released: t('ui.untilItIsReleased') };

const OPTIONS = [
    ['market', STANDS_UNTIL.market],
    ['hours 4', t('ui.forFourHours')],
    ['hours 24', t('ui.forADay')],
    ['hours 168', t('ui.forAWeek')],
    ['released', STANDS_UNTIL.released],
] as const;

const read = (option: string): Stands => {
    const [stands, hours] = option.split(' ');
    return { stands: stands as Stands['stands'], ...(hours ? { hours: Number(hours) } : {}) };
};

const write = ({ stands, hours }: Stands): string =>
    stands === 'hours' ? t('ui.hours', { hours: hours ?? 24 }) : stands;

/** Asks how long a price stands; what the settings say is chosen to begin with. */
export function HandPriceStands({
    value,
    onChange,
    label = t('ui.itStands'),
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
        : [...OPTIONS, [shown, t('ui.forHours', { split: shown.split(' ')[1] })] as const];
    return (
        <Select
            label={label}
            hideLabel={hideLabel}
            value={shown}
            options={options}
            onChange={(option) => onChange(read(option))}
            className={className}
        />
    );
}
