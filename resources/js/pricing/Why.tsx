import type { Decision } from '@/api/client';
import { money } from '@/ui/figures';

/** Steps that only say that nothing stood in the way are left out here; the ledger keeps them all. */
const PLAIN = new Set([
    'May be repriced now',
    'You do not hold the buy box',
    'The rule may move the price this way',
    'Between floor and ceiling',
    'Every floor term holds',
    'No brake is in the way',
    'The rule does not ask',
    'New price',
]);

/** The why as a short list of steps, each with its figure. */
export function Why({
    decision,
    price,
    heading,
    whole = false,
}: {
    decision: Decision;
    price: string;
    heading: string;
    whole?: boolean;
}) {
    const steps = decision.steps.filter((step) => whole || !PLAIN.has(step.says));
    return (
        <section className="mt-4 border-l-4 border-stripe pl-3" aria-label="Why">
            <h3 className="mb-1 text-[14px]">{heading}</h3>
            <ol>
                {steps.map((step, index) => (
                    <li
                        key={index}
                        className="flex justify-between gap-3 border-b border-dotted border-line-2 py-1 last:border-0"
                    >
                        <span className="text-text-2">{step.says}</span>
                        <b className="text-right whitespace-nowrap">
                            {Object.values(step.figures)
                                .map((figure) => money(figure))
                                .join(' – ') || (step.step === 'result' && !decision.price ? money(price) : '')}
                        </b>
                    </li>
                ))}
            </ol>
        </section>
    );
}
