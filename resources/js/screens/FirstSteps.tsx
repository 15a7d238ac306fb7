import { useChannels, useRules, useWorkspace } from '@/api/queries';
import { t } from '@/messages/today';
import { Check } from 'lucide-react';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useListingCount } from './listings/queries';

interface Step {
    title: string;
    why: string;
    /** What it came to; null until it is done. */
    done: string | null;
    action?: [name: string, to: string];
}

/** The order of work of a new seller; nothing once a rule of theirs reprices listings. */
function useSteps(): Step[] | null {
    const channels = useChannels().data;
    const rules = useRules().data;
    const workspace = useWorkspace().data;
    const all = useListingCount({}).data;
    // A markup is known where a cost is.
    const known = useListingCount({ markup_from: '-100' }).data;
    const costless = useListingCount({ state: ['no_cost'] }).data;
    const unlimited = useListingCount({ state: ['no_limits'] }).data;
    if (
        !channels ||
        !rules ||
        !workspace ||
        all === undefined ||
        known === undefined ||
        costless === undefined ||
        unlimited === undefined
    )
        return null;
    const written = rules[0];
    const on = rules.find((rule) => rule.is_on && rule.listings > 0);
    const isRunning = workspace.repricing === 'running';
    if (on && isRunning) return null;
    const limited = all - unlimited - costless;
    return [
        {
            title: t('today.stepChannel'),
            why: t('today.stepChannelWhy'),
            done: channels.length > 0 || all > 0 ? t('today.stepChannelDone', { listings: all }) : null,
            action: [t('today.stepChannelDo'), '/settings/channels'],
        },
        {
            title: t('today.stepCosts'),
            why: t('today.stepCostsWhy'),
            done: known > 0 ? t('today.stepCostsDone', { known, missing: all - known }) : null,
            action: [t('today.stepCostsDo'), '/listings?file=new'],
        },
        {
            title: t('today.stepLimits'),
            why: t('today.stepLimitsWhy'),
            done:
                limited > 0 && workspace.limits.floor.length + workspace.limits.ceiling.length > 0
                    ? t('today.stepLimitsDone', { many: limited })
                    : null,
            action: [t('today.stepLimitsDo'), '/settings/limits'],
        },
        {
            title: t('today.stepRule'),
            why: t('today.stepRuleWhy'),
            done: written ? t('today.stepRuleDone', { rule: written.name }) : null,
            action: [t('today.stepRuleDo'), '/rules/new'],
        },
        {
            title: t('today.stepTry'),
            why: t('today.stepTryWhy'),
            done: on ? t('today.stepTryDone', { rule: on.name, many: on.listings }) : null,
            action: written && [t('today.stepTryDo'), `/rules/${written.id}`],
        },
        {
            title: t('today.stepOn'),
            why: t('today.stepOnWhy'),
            done: isRunning ? t('today.stepOnDone') : null,
        },
    ];
}

/** Walks a new seller through the order of work: what is done with what it came to, and the next step with its action. */
export function FirstSteps() {
    const steps = useSteps();
    if (steps === null) return null;
    const next = steps.findIndex((step) => step.done === null);
    return (
        <section aria-labelledby="first-steps" className="max-w-[640px]">
            <h2 id="first-steps" className="text-[17px]">
                {t('today.firstSteps')}
            </h2>
            <p className="mb-3 text-text-2">{t('today.firstStepsWhy')}</p>
            <ol className="border border-line bg-sheet">
                {steps.map((step, index) => (
                    <li
                        key={step.title}
                        className={clsx(
                            'flex items-center gap-3 border-b border-l-4 border-b-line px-3 py-2.5 last:border-b-0',
                            index === next ? 'border-l-yours bg-yours-soft/50' : 'border-l-transparent',
                        )}
                    >
                        <span
                            className={clsx(
                                'grid size-6 shrink-0 place-items-center rounded-full border text-[12.5px]',
                                step.done === null ? 'border-line-2 text-text-2' : 'border-stripe bg-stripe text-sheet',
                            )}
                        >
                            {step.done === null ? (
                                index + 1
                            ) : (
                                <Check size={14} strokeWidth={3} role="img" aria-label={t('today.stepDone')} />
                            )}
                        </span>
                        <div className="min-w-0 flex-1">
                            <b className="block font-semibold">{step.title}</b>
                            <span className="text-[12.5px] text-text-2">{step.done ?? step.why}</span>
                        </div>
                        {index === next && step.action && (
                            <Link
                                to={step.action[1]}
                                className="inline-flex h-8 shrink-0 items-center rounded-md bg-button px-3 text-button-text"
                            >
                                {step.action[0]}
                            </Link>
                        )}
                    </li>
                ))}
            </ol>
        </section>
    );
}
