import type { RuleDocument } from '@/api/client';
import type { Piece } from './sentence';

/** 15 → "15 minutes", 60 → "1 hour", 1440 → "24 hours". */
export function lasting(minutes: number): string {
    const [figure, unit] = minutes % 60 === 0 ? [minutes / 60, 'hour'] : [minutes, 'minute'];
    return `${figure} ${unit}${figure === 1 ? '' : 's'}`;
}

/** What else keeps a change in bounds; said only where it is wanted. */
export function guards({ ending, brakes = {}, approval, reprice_on_promotion }: RuleDocument): Piece[] {
    const said: Piece[] = [];
    const say = (before: string, part: Extract<Piece, object>['part'], says: string, after = '.') =>
        said.push(` ${before}`, { part, says }, after);
    if (ending)
        say(
            'End prices in ',
            'ending',
            `${ending.endings.join(' or ')}${ending.round && ending.round !== 'nearest' ? `, rounded ${ending.round}` : ''}`,
        );
    if (brakes.max_move_percent !== undefined)
        say(
            'Never move more than ',
            'maxMove',
            `${brakes.max_move_percent} % at once; ${brakes.beyond === 'cap' ? 'go only so far then' : 'ask me beyond that'}`,
        );
    if (brakes.min_move !== undefined) say('Leave moves of less than ', 'minMove', brakes.min_move);
    if (brakes.cooldown_minutes !== undefined)
        say('Wait ', 'cooldown', lasting(brakes.cooldown_minutes), ' between changes.');
    if (brakes.max_changes_per_day !== undefined)
        say(
            'Change at most ',
            'perDay',
            brakes.max_changes_per_day === 1 ? 'once' : `${brakes.max_changes_per_day} times`,
            ' in 24 hours.',
        );
    if (approval === 'always') say('Ask me ', 'approval', 'every time');
    if (approval?.startsWith('beyond_percent:'))
        say('Ask me ', 'approval', `about moves of more than ${approval.slice(15)} %`);
    if (reprice_on_promotion === false) say('Leave ', 'promotion', 'what is on promotion');
    return said;
}

type Addition = [name: string, words: string, add: (rule: RuleDocument) => RuleDocument];

const brake = (more: NonNullable<RuleDocument['brakes']>) => (rule: RuleDocument) =>
    ({ ...rule, brakes: { ...rule.brakes, ...more } }) as RuleDocument;

/** What can still be added to the sentence, with what it starts from. */
export function additions(rule: RuleDocument): Addition[] {
    const { brakes = {} } = rule;
    const all: (Addition | false)[] = [
        !rule.ending && [
            'ending',
            'a price ending',
            (one) => ({ ...one, ending: { endings: ['.99'], round: 'nearest' } }),
        ],
        brakes.max_move_percent === undefined && ['maxMove', 'a largest move', brake({ max_move_percent: '15' })],
        brakes.min_move === undefined && ['minMove', 'a smallest move', brake({ min_move: '0.05' })],
        brakes.cooldown_minutes === undefined && [
            'cooldown',
            'a pause between changes',
            brake({ cooldown_minutes: 60 }),
        ],
        brakes.max_changes_per_day === undefined && [
            'perDay',
            'a number of changes a day',
            brake({ max_changes_per_day: 4 }),
        ],
        (rule.approval ?? 'auto') === 'auto' && [
            'approval',
            'my approval',
            (one) => ({ ...one, approval: 'beyond_percent:10' }),
        ],
        rule.reprice_on_promotion !== false && [
            'promotion',
            'leaving promotions alone',
            (one) => ({ ...one, reprice_on_promotion: false }),
        ],
        rule.kind === 'competitive' &&
            !rule.adjust?.length && [
                'handicap',
                'a handicap for some offers',
                (one) => ({ ...one, adjust: [{ fulfilment: 'marketplace', percent: '-3' }] }) as RuleDocument,
            ],
    ];
    return all.filter((one) => one !== false);
}
