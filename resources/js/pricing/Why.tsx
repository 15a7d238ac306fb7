import { t } from '@/messages/pricing';
import type { Decision } from '@/api/client';
import { priced } from '@/ui/figures';
import { told } from '@/messages/said';
import { capitalised } from '@/ui/words';

/** Steps that only say that nothing stood in the way are left out here; the ledger keeps them all. */
const PLAIN = new Set<Decision['steps'][number]['message']['code']>([
    'may_be_repriced',
    'no_buy_box',
    'may_move_this_way',
    'within_limits',
    'floor_terms_hold',
    'no_brake',
    'does_not_ask',
    'new_price',
]);

/** The why as a short list of steps, each with its figure. */
export function Why({
    decision,
    price,
    currency,
    heading,
    whole = false,
}: {
    decision: Decision;
    price: string;
    currency: string;
    heading: string;
    whole?: boolean;
}) {
    const steps = decision.steps.filter((step) => whole || !PLAIN.has(step.message.code));
    return (
        <section className="mt-4 border-l-4 border-stripe pl-3" aria-label={t('pricing.why')}>
            <h3 className="mb-1 text-[14px]">{heading}</h3>
            <ol>
                {steps.map((step, index) => (
                    <li
                        key={index}
                        className="flex justify-between gap-3 border-b border-dotted border-line-2 py-1 last:border-0"
                    >
                        <span className="text-text-2">{capitalised(told(step.message))}</span>
                        <b className="text-right whitespace-nowrap">
                            {Object.values(step.figures)
                                .map((figure) => priced(figure, currency))
                                .join(' – ') ||
                                (step.step === 'result' && !decision.price ? priced(price, currency) : '')}
                        </b>
                    </li>
                ))}
            </ol>
        </section>
    );
}
