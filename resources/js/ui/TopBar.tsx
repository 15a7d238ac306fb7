import { t } from '@/messages/message';
import type { Workspace } from '@/api/client';
import { useChangeWorkspace, useWaiting, useWorkspace } from '@/api/queries';
import { Choices } from '@/ui/Choices';
import { ProblemNotice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { memo, type ReactNode } from 'react';

/** The head of a place: its name, one line about it, its actions, and the main switch. */
export function TopBar({ title, note, children }: { title: string; note?: ReactNode; children?: ReactNode }) {
    return (
        <header className="flex h-[52px] shrink-0 items-center gap-3 border-b border-line px-[18px]">
            <title>{`${typeof note === 'string' && note !== '' ? `${note} – ` : ''}${title} – Wrasse`}</title>
            <h1 className="text-[22px] whitespace-nowrap">{title}</h1>
            <p className="min-w-0 truncate text-text-2">{note}</p>
            <div className="ml-auto flex items-center gap-2.5">
                <MainSwitch />
                {children}
            </div>
        </header>
    );
}

type Repricing = Workspace['repricing'];

const POSITIONS: Record<Repricing, { name: string; turning: string; says: string; mark: string }> = {
    running: {
        name: t('ui.repricingRuns'),
        turning: t('ui.starting'),
        says: t('ui.runningRulesDecidePrices'),
        mark: 'bg-yours ring-ink',
    },
    rules_paused: {
        name: t('ui.rulesArePaused'),
        turning: t('ui.pausingRules'),
        says: t('ui.rulesPausedNothingIs'),
        mark: 'bg-yours-soft ring-ink',
    },
    stopped: {
        name: t('ui.stopped'),
        turning: t('ui.stopping'),
        says: t('ui.stoppedNothingLeavesAtAll'),
        mark: 'ring-text-3',
    },
};

const OPTIONS = Object.entries(POSITIONS).map(([name, { says }]) => [name as Repricing, says] as const);

const MainSwitch = memo(function MainSwitch() {
    const workspace = useWorkspace();
    const change = useChangeWorkspace(t('ui.theMainSwitchWasNotTurned'));
    if (!workspace.data) return null;
    const { repricing } = workspace.data;
    // It stands where the server has it; until that has answered, it is being turned.
    const wanted = change.isPending ? change.variables.repricing : undefined;
    return (
        <Popup
            label={t('ui.repricing')}
            align="end"
            trigger={
                <button
                    type="button"
                    className="flex h-8 items-center gap-2 rounded-full border border-line-2 bg-sheet px-3 whitespace-nowrap"
                >
                    <span aria-hidden="true" className={`size-2 rounded-full ring-1 ${POSITIONS[repricing].mark}`} />
                    {wanted ? `${POSITIONS[wanted].turning}…` : POSITIONS[repricing].name}
                </button>
            }
        >
            <div className="grid w-72 gap-2.5">
                <Choices
                    label={t('ui.repricingForEverything')}
                    value={repricing}
                    options={OPTIONS}
                    onChange={(next) => change.mutate({ repricing: next })}
                />
                {change.error && <ProblemNotice error={change.error} />}
                <WhatWaits repricing={repricing} />
            </div>
        </Popup>
    );
});

/** What the position of the switch means for prices that are on their way. */
function WhatWaits({ repricing }: { repricing: Repricing }) {
    const many = useWaiting('switch');
    return (
        <p className="border-t border-line pt-2 text-[12.5px] text-text-2" aria-live="polite">
            {repricing === 'stopped'
                ? many > 0
                    ? t('ui.pricesWaitRulesKeepThemUp', { many })
                    : t('ui.noPriceWaitsWhatIsDecided')
                : repricing === 'rules_paused'
                  ? t('ui.pricesOfRulesThatHadNot')
                  : many > 0
                    ? t('ui.pricesWaitBecauseAChannel', { many })
                    : t('ui.stoppingTakesEffectBefore')}
        </p>
    );
}
