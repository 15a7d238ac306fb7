import { t } from '@/messages/pricing';
import { CurrencySwitch } from '@/edit/CurrencySwitch';
import { amountsLacking } from './ruleDraft';
import { partAt } from './ruleForm';
import { useRuleWriting } from './RuleWriting';
import { PART_NAMES } from './sentence';

interface Props {
    currencies: string[];
    value: string;
    onChange: (currency: string) => void;
}

/** In which of the currencies amounts are written, and what has none in one of them: no amount is ever converted. */
export function CurrencyOfAmounts({ currencies, value, onChange }: Props) {
    const { draft, own } = useRuleWriting();
    const lacking = currencies
        .map((currency) => [currency, amountsLacking(draft, currency, own)] as const)
        .filter(([, paths]) => paths.length > 0);
    return (
        <div className="mb-4 grid gap-1.5">
            <CurrencySwitch currencies={currencies} value={value} onChange={onChange} />
            {lacking.map(([currency, paths]) => (
                <p key={currency} className="max-w-[62ch] text-[12.5px] text-broken">
                    {t('pricing.amountsLacking', {
                        currency,
                        parts: [...new Set(paths.map((path) => PART_NAMES[partAt(path) ?? 'field']))].join(', '),
                    })}
                </p>
            ))}
        </div>
    );
}
