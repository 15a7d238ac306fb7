import { t } from '@/messages/pricing';
import { Choices } from '@/ui/Choices';
import { FieldPanel } from './panels/FieldPanel';
import { FormulaPanel } from './panels/FormulaPanel';
import { GuardPanel } from './panels/GuardPanel';
import { HandicapPanel } from './panels/HandicapPanel';
import { MinProfitPanel, TiersPanel } from './panels/MarkupPanels';
import { PositionPanel } from './panels/PositionPanel';
import { ReferencePanel } from './panels/ReferencePanel';
import { BandsPanel, WindowPanel } from './panels/SalesPanels';
import { useRuleWriting } from './RuleWriting';
import type { RuleDraft } from './ruleDraft';
import { ABOVE_CEILING, BELOW_FLOOR, DIRECTIONS, HOLDING, NO_RIVALS, WITH_NEXT_RIVAL, type Part } from './sentence';

/** The small panel behind a piece of the sentence. */
export function Panel({ part }: { part: Part }) {
    const { draft, set } = useRuleWriting();
    switch (part) {
        case 'belowFloor':
            return (
                <Choices
                    label={t('pricing.ifThatIsBelowMyFloor')}
                    value={draft.when_below_floor ?? 'floor'}
                    onChange={(next) => set('when_below_floor', next)}
                    options={BELOW_FLOOR.filter(([name]) => name !== 'next_rival' || canGoToNextRival(draft))}
                />
            );
        case 'aboveCeiling':
            return (
                <Choices
                    label={t('pricing.ifThatIsAboveMyCeiling')}
                    value={draft.when_above_ceiling ?? 'ceiling'}
                    onChange={(next) => set('when_above_ceiling', next)}
                    options={ABOVE_CEILING}
                />
            );
        case 'direction':
            return (
                <Choices
                    label={t('pricing.movePrices')}
                    value={draft.direction ?? 'both'}
                    onChange={(next) => set('direction', next)}
                    options={DIRECTIONS}
                />
            );
        case 'noRivals':
            return (
                <Choices
                    label={t('pricing.ifThereAreNoRivals')}
                    value={draft.when_no_rivals ?? 'hold'}
                    onChange={(next) => set('when_no_rivals', next)}
                    options={NO_RIVALS}
                />
            );
        case 'holding':
            return (
                <Choices
                    label={t('pricing.whileIHoldTheBuyBox')}
                    value={draft.when_holding_buy_box ?? 'ignore'}
                    onChange={(next) => set('when_holding_buy_box', next)}
                    options={HOLDING}
                />
            );
        case 'window':
            return <WindowPanel />;
        case 'bands':
            return <BandsPanel />;
        case 'tiers':
            return <TiersPanel />;
        case 'minProfit':
            return <MinProfitPanel />;
        case 'formula':
            return <FormulaPanel />;
        case 'position':
            return <PositionPanel />;
        case 'reference':
            return <ReferencePanel />;
        case 'field':
            return <FieldPanel />;
        case 'handicap':
            return <HandicapPanel />;
        default:
            return <GuardPanel part={part} />;
    }
}

const canGoToNextRival = ({ kind, reference }: RuleDraft) =>
    kind === 'competitive' && WITH_NEXT_RIVAL.includes(reference?.of ?? '');
