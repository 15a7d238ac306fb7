import { t } from '@/messages/message';
import { RadioGroup } from 'radix-ui';
import { useId } from 'react';

interface Props {
    currencies: string[];
    value: string;
    onChange: (currency: string) => void;
}

/** In which currency the amounts of a form are shown and typed. */
export function CurrencySwitch({ currencies, value, onChange }: Props) {
    const id = useId();
    return (
        <div className="flex items-center gap-3">
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
