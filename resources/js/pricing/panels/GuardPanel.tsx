import type { RuleDocument } from '@/api/client';
import { plainAmount, plainPercent } from '@/catalogue/plainPercent';
import { Button } from '@/ui/Button';
import { Choices } from '@/ui/Choices';
import { lasting } from '../guards';
import type { Part } from '../sentence';
import { Figure, PanelError, said, whole } from './parts';

interface Props {
    part: Part;
    document: RuleDocument;
    onChange: (document: RuleDocument) => void;
    error?: string;
}

type Brakes = NonNullable<RuleDocument['brakes']>;

/** What keeps changes in bounds: each can be taken away again. */
export function GuardPanel({ part, document, onChange, error }: Props) {
    const without = (change: Partial<RuleDocument>) => onChange(said({ ...document, ...change }) as RuleDocument);
    const brakes: Brakes = document.brakes ?? {};
    const brake = (change: Partial<Brakes>) => {
        const next = said({ ...brakes, ...change });
        without({ brakes: Object.keys(next).length > 0 ? next : undefined });
    };
    const away = (take: () => void) => (
        <div>
            <Button look="quiet" onClick={take}>
                Take it out of the sentence
            </Button>
        </div>
    );
    return (
        <div className="grid w-80 gap-2.5">
            {part === 'ending' && (
                <>
                    <span className="flex items-center gap-2">
                        End prices in
                        <Figure
                            label="Endings"
                            className="w-36"
                            value={document.ending?.endings.join(' ') ?? ''}
                            onChange={(text) =>
                                without({
                                    ending: {
                                        ...document.ending,
                                        endings: text
                                            .split(/[\s;]+/)
                                            .map((one) => (one === '' ? one : `.${one.replace(/^[.,]+/, '')}`)),
                                    },
                                })
                            }
                        />
                    </span>
                    <p className="text-[12.5px] text-text-3">Such as .99 .49, the fraction of the price.</p>
                    <Choices
                        label="Round"
                        value={document.ending?.round ?? 'nearest'}
                        onChange={(round) =>
                            without({ ending: { endings: document.ending?.endings ?? ['.99'], round } })
                        }
                        options={[
                            ['nearest', 'to the nearest'],
                            ['down', 'down'],
                            ['up', 'up'],
                        ]}
                    />
                    {away(() => without({ ending: undefined }))}
                </>
            )}
            {part === 'maxMove' && (
                <>
                    <span className="flex items-center gap-2">
                        Never more than
                        <Figure
                            label="Largest move"
                            className="w-16"
                            unit="% at once"
                            value={brakes.max_move_percent ?? ''}
                            onChange={(text) => brake({ max_move_percent: plainPercent(text) })}
                        />
                    </span>
                    <Choices
                        label="Beyond that"
                        value={brakes.beyond ?? 'review'}
                        onChange={(beyond) => brake({ beyond })}
                        options={[
                            ['review', 'ask me'],
                            ['cap', 'go only so far'],
                        ]}
                    />
                    {away(() => brake({ max_move_percent: undefined, beyond: undefined }))}
                </>
            )}
            {part === 'minMove' && (
                <>
                    <span className="flex items-center gap-2">
                        Leave moves of less than
                        <Figure
                            label="Smallest move"
                            unit="€"
                            value={brakes.min_move ?? ''}
                            onChange={(text) => brake({ min_move: plainAmount(text) })}
                        />
                    </span>
                    {away(() => brake({ min_move: undefined }))}
                </>
            )}
            {part === 'cooldown' && (
                <>
                    <Choices
                        label="Between two changes wait"
                        value={String(brakes.cooldown_minutes ?? 60)}
                        onChange={(minutes) => brake({ cooldown_minutes: Number(minutes) })}
                        options={[...new Set([5, 15, 60, 240, 720, 1440, brakes.cooldown_minutes ?? 60])]
                            .sort((a, b) => a - b)
                            .map((minutes): [string, string] => [String(minutes), lasting(minutes)])}
                    />
                    {away(() => brake({ cooldown_minutes: undefined }))}
                </>
            )}
            {part === 'perDay' && (
                <>
                    <span className="flex items-center gap-2">
                        Change at most
                        <Figure
                            label="Changes in 24 hours"
                            className="w-16"
                            unit="times in 24 hours"
                            value={String(brakes.max_changes_per_day ?? '')}
                            onChange={(text) => brake({ max_changes_per_day: whole(text) })}
                        />
                    </span>
                    {away(() => brake({ max_changes_per_day: undefined }))}
                </>
            )}
            {part === 'approval' && (
                <>
                    <Choices
                        label="Ask me"
                        value={document.approval === 'always' ? 'always' : 'beyond'}
                        onChange={(when) => without({ approval: when === 'always' ? 'always' : 'beyond_percent:10' })}
                        options={[
                            ['beyond', 'about moves of more than a part of the price'],
                            ['always', 'every time'],
                        ]}
                    />
                    {document.approval?.startsWith('beyond_percent:') && (
                        <Figure
                            label="More than"
                            className="w-16"
                            unit="% of the price"
                            value={document.approval.slice(15)}
                            onChange={(text) => without({ approval: `beyond_percent:${plainPercent(text)}` })}
                        />
                    )}
                    {away(() => without({ approval: undefined }))}
                </>
            )}
            {part === 'promotion' && (
                <>
                    <p>Listings on promotion keep their price.</p>
                    {away(() => without({ reprice_on_promotion: undefined }))}
                </>
            )}
            <PanelError says={error} />
        </div>
    );
}
