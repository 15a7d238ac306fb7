import { FigureInput } from '@/edit/FigureInput';
import { percentReader } from '@/edit/reading';
import { Button } from '@/ui/Button';
import { Choices } from '@/ui/Choices';
import type { Part } from '../sentence';
import { RuleFigure, useRuleWriting } from '../RuleWriting';
import { BEYOND, type BrakesDraft, type RuleDraft } from '../ruleDraft';
import { Row } from './parts';

/** What keeps changes in bounds: each can be removed again. */
export function GuardPanel({ part }: { part: Part }) {
    const { draft, onChange, symbol } = useRuleWriting();
    const without = (change: Partial<RuleDraft>) => onChange(said({ ...draft, ...change }));
    const brakes: BrakesDraft = draft.brakes ?? {};
    const brake = (change: Partial<BrakesDraft>) => {
        const next = said({ ...brakes, ...change });
        without({ brakes: Object.keys(next).length > 0 ? next : undefined });
    };
    const remove = (take: () => void) => (
        <div>
            <Button look="quiet" onClick={take}>
                Remove from the rule
            </Button>
        </div>
    );
    return (
        <div className="grid w-80 gap-2.5">
            {part === 'ending' && (
                <>
                    <RuleFigure path="ending.endings" label="End prices in" hideLabel={false} className="w-44" />
                    <p className="text-[12.5px] text-text-3">Such as .99 .49: the decimals of the price.</p>
                    <Choices
                        label="Round"
                        value={draft.ending?.round ?? 'nearest'}
                        onChange={(round) => without({ ending: { endings: draft.ending?.endings ?? '.99', round } })}
                        options={[
                            ['nearest', 'to the nearest'],
                            ['down', 'down'],
                            ['up', 'up'],
                        ]}
                    />
                    {remove(() => without({ ending: undefined }))}
                </>
            )}
            {part === 'maxMove' && (
                <>
                    <Row>
                        <span>Never more than</span>
                        <RuleFigure path="brakes.max_move_percent" label="Maximum change" unit="%" className="w-24" />
                        <span>at once</span>
                    </Row>
                    <Choices
                        label="Beyond that"
                        value={brakes.beyond ?? 'review'}
                        onChange={(beyond) => brake({ beyond })}
                        options={[
                            ['review', 'ask me'],
                            ['cap', 'go only so far'],
                        ]}
                    />
                    {remove(() => brake({ max_move_percent: undefined, beyond: undefined }))}
                </>
            )}
            {part === 'minMove' && (
                <>
                    <Row>
                        <span>Skip changes of less than</span>
                        <RuleFigure path="brakes.min_move" label="Smallest change" unit={symbol} className="w-28" />
                    </Row>
                    {remove(() => brake({ min_move: undefined }))}
                </>
            )}
            {part === 'cooldown' && (
                <>
                    <Row>
                        <span>Between two changes wait</span>
                        <RuleFigure
                            path="brakes.cooldown_minutes"
                            label="Pause between changes"
                            className="w-28"
                            placeholder="90 min, 2 h"
                        />
                    </Row>
                    <p className="text-[12.5px] text-text-3">Minutes, or with a unit: 90 min, 1:30, 2 h.</p>
                    {remove(() => brake({ cooldown_minutes: undefined }))}
                </>
            )}
            {part === 'perDay' && (
                <>
                    <Row>
                        <span>Change at most</span>
                        <RuleFigure path="brakes.max_changes_per_day" label="Changes in 24 hours" className="w-16" />
                        <span>times in 24 hours</span>
                    </Row>
                    {remove(() => brake({ max_changes_per_day: undefined }))}
                </>
            )}
            {part === 'approval' && (
                <>
                    <Choices
                        label="Ask me"
                        value={draft.approval === 'always' ? 'always' : 'beyond'}
                        onChange={(when) => without({ approval: when === 'always' ? 'always' : `${BEYOND}10` })}
                        options={[
                            ['beyond', 'about changes of more than a part of the price'],
                            ['always', 'every time'],
                        ]}
                    />
                    {draft.approval?.startsWith(BEYOND) && <ApprovalFigure />}
                    {remove(() => without({ approval: undefined }))}
                </>
            )}
            {part === 'promotion' && (
                <>
                    <p>Listings on promotion keep their price.</p>
                    {remove(() => without({ reprice_on_promotion: undefined }))}
                </>
            )}
        </div>
    );
}

/** Its figure stands in a text of the document. */
function ApprovalFigure() {
    const { draft, errors, set } = useRuleWriting();
    return (
        <Row>
            <span>More than</span>
            <FigureInput
                hideLabel
                label="More than"
                className="w-24"
                unit="%"
                reader={percentReader()}
                value={draft.approval?.slice(BEYOND.length) ?? ''}
                onChange={(text) => set('approval', BEYOND + text)}
                error={errors.approval}
            />
            <span>of the price</span>
        </Row>
    );
}

/** Without the fields that are undefined: a rule says only what is wanted. */
const said = <T extends object>(fields: T): T =>
    Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;
