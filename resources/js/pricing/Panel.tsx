import type { CompetitiveRule, RuleDocument } from '@/api/client';
import { Choices } from '@/ui/Choices';
import { FieldPanel } from './panels/FieldPanel';
import { FormulaPanel } from './panels/FormulaPanel';
import { GuardPanel } from './panels/GuardPanel';
import { HandicapPanel } from './panels/HandicapPanel';
import { MinProfitPanel, TiersPanel } from './panels/MarkupPanels';
import { PositionPanel } from './panels/PositionPanel';
import { ReferencePanel } from './panels/ReferencePanel';
import { BandsPanel, WindowPanel } from './panels/SalesPanels';
import { ABOVE_CEILING, BELOW_FLOOR, DIRECTIONS, HOLDING, NO_RIVALS, WITH_NEXT_RIVAL, type Part } from './sentence';

interface Props {
    part: Part;
    document: RuleDocument;
    onChange: (document: RuleDocument) => void;
    error?: string;
}

/** The small panel behind a piece of the sentence. */
export function Panel({ part, document, onChange, error }: Props) {
    const set = (change: Partial<RuleDocument>) => onChange({ ...document, ...change } as RuleDocument);
    switch (part) {
        case 'belowFloor':
            return (
                <Choices
                    label="If that is under my floor"
                    value={document.when_below_floor ?? 'floor'}
                    onChange={(when_below_floor) => set({ when_below_floor })}
                    options={BELOW_FLOOR.filter(([name]) => name !== 'next_rival' || canGoToNextRival(document))}
                />
            );
        case 'aboveCeiling':
            return (
                <Choices
                    label="If that is over my ceiling"
                    value={document.when_above_ceiling ?? 'ceiling'}
                    onChange={(when_above_ceiling) => set({ when_above_ceiling })}
                    options={ABOVE_CEILING}
                />
            );
        case 'direction':
            return (
                <Choices
                    label="Move prices"
                    value={document.direction ?? 'both'}
                    onChange={(direction) => set({ direction })}
                    options={DIRECTIONS}
                />
            );
        case 'window':
        case 'bands': {
            const SalesPanel = part === 'window' ? WindowPanel : BandsPanel;
            return document.kind === 'sales' ? (
                <SalesPanel document={document} onChange={onChange} error={error} />
            ) : null;
        }
        case 'tiers':
        case 'minProfit': {
            const MarkupPanel = part === 'tiers' ? TiersPanel : MinProfitPanel;
            return document.kind === 'markup' ? (
                <MarkupPanel document={document} onChange={onChange} error={error} />
            ) : null;
        }
        case 'formula':
            return document.kind === 'formula' ? (
                <FormulaPanel document={document} onChange={onChange} error={error} />
            ) : null;
        case 'position':
        case 'reference':
        case 'field':
        case 'handicap':
        case 'noRivals':
        case 'holding':
            return document.kind === 'competitive' ? (
                <CompetitivePanel part={part} document={document} onChange={onChange} error={error} />
            ) : null;
        default:
            return <GuardPanel part={part} document={document} onChange={onChange} error={error} />;
    }
}

const canGoToNextRival = (document: RuleDocument) =>
    document.kind === 'competitive' && WITH_NEXT_RIVAL.includes(document.reference.of ?? '');

interface CompetitiveProps {
    document: CompetitiveRule;
    onChange: (document: CompetitiveRule) => void;
    error?: string;
}

function CompetitivePanel({ part, document, onChange, error }: CompetitiveProps & { part: Part }) {
    const set = (change: Partial<CompetitiveRule>) => onChange({ ...document, ...change });
    switch (part) {
        case 'position':
            return <PositionPanel document={document} onChange={onChange} error={error} />;
        case 'reference':
            return <ReferencePanel document={document} onChange={onChange} error={error} />;
        case 'handicap':
            return <HandicapPanel document={document} onChange={onChange} error={error} />;
        case 'field':
            return <FieldPanel document={document} onChange={onChange} error={error} />;
        case 'noRivals':
            return (
                <Choices
                    label="If nobody is left to compare with"
                    value={document.when_no_rivals ?? 'hold'}
                    onChange={(when_no_rivals) => set({ when_no_rivals })}
                    options={NO_RIVALS}
                />
            );
        default:
            return (
                <Choices
                    label="While I hold the buy box"
                    value={document.when_holding_buy_box ?? 'ignore'}
                    onChange={(when_holding_buy_box) => set({ when_holding_buy_box })}
                    options={HOLDING}
                />
            );
    }
}
