import { put } from '@/edit/merge';
import type { RuleDocument } from '@/api/client';
import { lasting } from '@/edit/reading';
import type { RuleDraft } from './ruleDraft';
import type { Part, Piece } from './sentence';

/** What else keeps a change in bounds; said only where it is wanted. */
export function guards({ ending, brakes = {}, approval, reprice_on_promotion }: RuleDocument): Piece[][] {
    const said: Piece[][] = [];
    const say = (before: string, part: Extract<Piece, object>['part'], says: string, after = '.') =>
        said.push([before, { part, says }, after]);
    if (ending)
        say(
            'End prices in ',
            'ending',
            `${ending.endings.join(' or ')}${ending.round && ending.round !== 'nearest' ? `, rounded ${ending.round}` : ''}`,
        );
    if (brakes.max_move_percent !== undefined)
        say(
            'Maximum change: ',
            'maxMove',
            `${brakes.max_move_percent} %, ${brakes.beyond === 'cap' ? 'go only so far' : 'ask me beyond that'}`,
        );
    if (brakes.min_move !== undefined) say('Smallest change: ', 'minMove', brakes.min_move);
    if (brakes.cooldown_minutes !== undefined)
        say('Wait ', 'cooldown', typed(brakes.cooldown_minutes, lasting), ' between changes.');
    if (brakes.max_changes_per_day !== undefined)
        say(
            'Change at most ',
            'perDay',
            brakes.max_changes_per_day === 1 ? 'once' : `${brakes.max_changes_per_day} times`,
            ' in 24 hours.',
        );
    if (approval === 'always') say('Ask me ', 'approval', 'every time');
    if (approval?.startsWith('beyond_percent:'))
        say('Ask me ', 'approval', `about changes of more than ${approval.slice(15)} %`);
    if (reprice_on_promotion === false) say('Skip ', 'promotion', 'listings on promotion');
    return said;
}

/** A number in words; what is no number yet stands as it was typed. */
const typed = (figure: number | string, words: (figure: number) => string) =>
    typeof figure === 'number' ? words(figure) : figure;

type Addition = [name: Part, words: string, add: (rule: RuleDraft) => RuleDraft];

/** What can still be added to the sentence, with what it starts from. */
export function additions(rule: RuleDraft): Addition[] {
    const { brakes = {} } = rule;
    const adds = (path: string, value: unknown) => (draft: RuleDraft) => put(draft, path, value);
    const all: (Addition | false)[] = [
        !rule.ending && ['ending', 'a price ending', adds('ending', { endings: '.99', round: 'nearest' })],
        brakes.max_move_percent === undefined && ['maxMove', 'a maximum change', adds('brakes.max_move_percent', '15')],
        brakes.min_move === undefined && ['minMove', 'a smallest change', adds('brakes.min_move', '0.05')],
        brakes.cooldown_minutes === undefined && [
            'cooldown',
            'a pause between changes',
            adds('brakes.cooldown_minutes', '60'),
        ],
        brakes.max_changes_per_day === undefined && [
            'perDay',
            'a number of changes a day',
            adds('brakes.max_changes_per_day', '4'),
        ],
        (rule.approval ?? 'auto') === 'auto' && ['approval', 'my approval', adds('approval', 'beyond_percent:10')],
        rule.reprice_on_promotion !== false && [
            'promotion',
            'skipping promotions',
            adds('reprice_on_promotion', false),
        ],
        rule.kind === 'competitive' &&
            !rule.adjust?.length && [
                'handicap',
                'a handicap for some offers',
                adds('adjust', [{ fulfilment: 'marketplace', percent: '-3' }]),
            ],
    ];
    return all.filter((one) => one !== false);
}
