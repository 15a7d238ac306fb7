import { t } from '@/messages/pricing';
import { at } from '@/edit/merge';
import { FigureInput } from '@/edit/FigureInput';
import { percentReader } from '@/edit/reading';
import { Button } from '@/ui/Button';
import { Choices } from '@/ui/Choices';
import type { Part } from '../sentence';
import { RuleFigure, useRuleWriting } from '../RuleWriting';
import { BEYOND, isPlainEnding, type BrakesDraft, type EndingDraft, type RuleDraft } from '../ruleDraft';
import { Line, Row } from './parts';

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
                {t('pricing.removeFromTheRule')}
            </Button>
        </div>
    );
    return (
        <div className="grid w-80 gap-2.5">
            {part === 'ending' && (
                <>
                    <EndingFields />
                    {remove(() => without({ ending: undefined }))}
                </>
            )}
            {part === 'maxMove' && (
                <>
                    <Row>
                        <span>{t('pricing.neverMoreThan')}</span>
                        <RuleFigure
                            path="brakes.max_move_percent"
                            label={t('pricing.maximumChange')}
                            unit="%"
                            className="w-24"
                        />
                        <span>{t('pricing.atOnce')}</span>
                    </Row>
                    <Choices
                        label={t('pricing.beyondThat')}
                        value={brakes.beyond ?? 'review'}
                        onChange={(beyond) => brake({ beyond })}
                        options={[
                            ['review', t('pricing.askMe')],
                            ['cap', t('pricing.goOnlySoFar')],
                        ]}
                    />
                    {remove(() => brake({ max_move_percent: undefined, beyond: undefined }))}
                </>
            )}
            {part === 'minMove' && (
                <>
                    <Row>
                        <span>{t('pricing.skipChangesOfLessThan')}</span>
                        <RuleFigure
                            path="brakes.min_move"
                            label={t('pricing.smallestChange')}
                            unit={symbol}
                            className="w-28"
                        />
                    </Row>
                    {remove(() => brake({ min_move: undefined }))}
                </>
            )}
            {part === 'cooldown' && (
                <>
                    <Row>
                        <span>{t('pricing.betweenTwoChangesWait')}</span>
                        <RuleFigure
                            path="brakes.cooldown_minutes"
                            label={t('pricing.pauseBetweenChanges')}
                            className="w-28"
                            placeholder={t('pricing.n90Min2H')}
                        />
                    </Row>
                    <p className="text-[12.5px] text-text-3">{t('pricing.minutesOrWithAUnit90')}</p>
                    {remove(() => brake({ cooldown_minutes: undefined }))}
                </>
            )}
            {part === 'perDay' && (
                <>
                    <Row>
                        <span>{t('pricing.changeAtMost')}</span>
                        <RuleFigure
                            path="brakes.max_changes_per_day"
                            label={t('pricing.changesIn24Hours')}
                            className="w-16"
                        />
                        <span>{t('pricing.timesIn24Hours')}</span>
                    </Row>
                    {remove(() => brake({ max_changes_per_day: undefined }))}
                </>
            )}
            {part === 'approval' && (
                <>
                    <Choices
                        label={t('pricing.askMe2')}
                        value={draft.approval === 'always' ? 'always' : 'beyond'}
                        onChange={(when) => without({ approval: when === 'always' ? 'always' : `${BEYOND}10` })}
                        options={[
                            ['beyond', t('pricing.aboutChangesOfMoreThanA')],
                            ['always', t('pricing.everyTime')],
                        ]}
                    />
                    {draft.approval?.startsWith(BEYOND) && <ApprovalFigure />}
                    {remove(() => without({ approval: undefined }))}
                </>
            )}
            {part === 'promotion' && (
                <>
                    <p>{t('pricing.listingsOnPromotionKeep')}</p>
                    {remove(() => without({ reprice_on_promotion: undefined }))}
                </>
            )}
        </div>
    );
}

/** For all currencies, or for each its own: then the one that the rule is written in at the moment. */
function EndingFields() {
    const { draft, set, currency, currencies } = useRuleWriting();
    const isPlain = isPlainEnding(draft.ending);
    const path = isPlain ? 'ending' : `ending.${currency}`;
    const ending = at(draft, path) as EndingDraft | null | undefined;
    const usual: EndingDraft = { endings: '.99', round: 'nearest' };
    return (
        <>
            {(currencies.length > 1 || !isPlain) && (
                <Line
                    on={!isPlain}
                    label={t('pricing.endingsByCurrency')}
                    onChange={(on) =>
                        set(
                            'ending',
                            on ? Object.fromEntries(currencies.map((one) => [one, ending])) : (ending ?? usual),
                        )
                    }
                />
            )}
            {!isPlain && (
                <Line
                    on={ending !== null && ending !== undefined}
                    label={t('pricing.endingIn', { currency })}
                    onChange={(on) => set(path, on ? usual : null)}
                />
            )}
            {ending && (
                <>
                    <RuleFigure
                        path={`${path}.endings`}
                        label={t('pricing.endPricesIn')}
                        hideLabel={false}
                        className="w-44"
                    />
                    <p className="text-[12.5px] text-text-3">{t('pricing.suchAs9949TheDecimals')}</p>
                    <Choices
                        label={t('pricing.round')}
                        value={ending.round ?? 'nearest'}
                        onChange={(round) => set(path, { ...ending, round })}
                        options={[
                            ['nearest', t('pricing.toTheNearest')],
                            ['down', t('pricing.down')],
                            ['up', t('pricing.up')],
                        ]}
                    />
                </>
            )}
        </>
    );
}

/** Its figure stands in a text of the document. */
function ApprovalFigure() {
    const { draft, errors, set } = useRuleWriting();
    return (
        <Row>
            <span>{t('pricing.moreThan')}</span>
            <FigureInput
                hideLabel
                label={t('pricing.moreThan')}
                className="w-24"
                unit="%"
                reader={percentReader()}
                value={draft.approval?.slice(BEYOND.length) ?? ''}
                onChange={(text) => set('approval', BEYOND + text)}
                error={errors.approval}
            />
            <span>{t('pricing.ofThePrice')}</span>
        </Row>
    );
}

/** Without the fields that are undefined: a rule says only what is wanted. */
const said = <T extends object>(fields: T): T =>
    Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;
