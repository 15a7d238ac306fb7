import { t } from '@/messages/message';
import { clsx } from 'clsx';
import { RadioGroup } from 'radix-ui';
import { useId } from 'react';

interface Props {
    currencies: string[];
    value: string;
    onChange: (currency: string) => void;
    className?: string;
}

/** In which currency the amounts of a form are shown and typed; nothing where there is one. */
export function CurrencySwitch({ currencies, value, onChange, className }: Props) {
    const id = useId();
    if (currencies.length < 2) return null;
    return (
        <div className={clsx('flex items-center gap-3', className)}>
            <span id={id} className="text-text-2">
                {t('edit.amountsIn')}
            </span>
            <RadioGroup.Root
                value={value}
                onValueChange={onChange}
                aria-labelledby={id}
                orientation="horizontal"
                className="flex flex-wrap gap-1.5"
            >
                {currencies.map((currency) => (
                    <RadioGroup.Item
                        key={currency}
                        value={currency}
                        className="h-7 rounded-md border border-line-2 bg-sheet px-2.5 hover:border-text-3 data-[state=checked]:border-stripe data-[state=checked]:bg-stripe-soft data-[state=checked]:font-semibold"
                    >
                        {currency}
                    </RadioGroup.Item>
                ))}
            </RadioGroup.Root>
        </div>
    );
}
