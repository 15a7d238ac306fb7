import { put } from '@/edit/merge';
import type { RuleDocument } from '@/api/client';
import type { components } from '@/api/schema';
import { lasting } from '@/edit/reading';
import type { RuleDraft } from './ruleDraft';
import { currentLanguage } from '@/messages/language';
import { t } from '@/messages/pricing';
import { amounts } from '@/ui/figures';
import { typedPercent, withParts, type Part, type Piece } from './sentence';

/** What else keeps a change in bounds; said only where it is wanted. */
export function guards({ ending, brakes = {}, approval, reprice_on_promotion }: RuleDocument): Piece[][] {
    const said: Piece[][] = [];
    if (ending) said.push(withParts('rule.guardEnding', { ending: endings(ending) }));
    if (brakes.max_move_percent !== undefined) {
        const percent = typedPercent(brakes.max_move_percent);
        const maxMove = t(brakes.beyond === 'cap' ? 'rule.maxCap' : 'rule.maxAsk', { percent });
        said.push(withParts('rule.guardMaxMove', { maxMove }));
    }
    if (brakes.min_move !== undefined) said.push(withParts('rule.guardMinMove', { minMove: amounts(brakes.min_move) }));
    if (brakes.cooldown_minutes !== undefined)
        said.push(withParts('rule.guardCooldown', { cooldown: inWords(brakes.cooldown_minutes, lasting) }));
    if (brakes.max_changes_per_day !== undefined) {
        const times = (many: number) => t('rule.times', { many });
        said.push(withParts('rule.guardPerDay', { perDay: inWords(brakes.max_changes_per_day, times) }));
    }
    if (approval === 'always') said.push(withParts('rule.guardApproval', { approval: t('rule.everyTime') }));
    if (approval?.startsWith('beyond_percent:')) {
        const percent = typedPercent(approval.slice('beyond_percent:'.length));
        said.push(withParts('rule.guardApproval', { approval: t('rule.changesBeyond', { percent }) }));
    }
    if (reprice_on_promotion === false)
        said.push(withParts('rule.guardPromotion', { promotion: t('rule.onPromotion') }));
    return said;
}

type Ending = components['schemas']['RuleEnding'];
type Endings = NonNullable<RuleDocument['ending']>;

const isPlain = (ending: Endings): ending is Ending => Array.isArray((ending as Ending).endings);

function endings(ending: Endings): string {
    if (!isPlain(ending))
        return Object.entries(ending)
            .map(([currency, one]) => `${one ? endings(one) : t('rule.noEnding')} (${currency})`)
            .join(', ');
    const rounded = { up: 'rule.endingsUp', down: 'rule.endingsDown', nearest: 'rule.endings' } as const;
    const list = new Intl.ListFormat(currentLanguage(), { type: 'disjunction' }).format(ending.endings);
    return t(rounded[ending.round ?? 'nearest'], { endings: list });
}

/** A number in words; what is no number yet stands as it was typed. */
const inWords = (figure: number | string, words: (figure: number) => string) =>
    typeof figure === 'number' ? words(figure) : figure;

type Addition = [name: Part, words: string, add: (rule: RuleDraft) => RuleDraft];

/** What can still be added to the sentence, with what it starts from. */
export function additions(rule: RuleDraft): Addition[] {
    const { brakes = {} } = rule;
    const adds = (path: string, value: unknown) => (draft: RuleDraft) => put(draft, path, value);
    const all: (Addition | false)[] = [
        !rule.ending && ['ending', t('rule.addEnding'), adds('ending', { endings: '.99', round: 'nearest' })],
        brakes.max_move_percent === undefined && [
            'maxMove',
            t('rule.addMaxMove'),
            adds('brakes.max_move_percent', '15'),
        ],
        brakes.min_move === undefined && ['minMove', t('rule.addMinMove'), adds('brakes.min_move', '0.05')],
        brakes.cooldown_minutes === undefined && [
            'cooldown',
            t('rule.addCooldown'),
            adds('brakes.cooldown_minutes', '60'),
        ],
        brakes.max_changes_per_day === undefined && [
            'perDay',
            t('rule.addPerDay'),
            adds('brakes.max_changes_per_day', '4'),
        ],
        (rule.approval ?? 'auto') === 'auto' && [
            'approval',
            t('rule.addApproval'),
            adds('approval', 'beyond_percent:10'),
        ],
        rule.reprice_on_promotion !== false && [
            'promotion',
            t('rule.addPromotion'),
            adds('reprice_on_promotion', false),
        ],
        rule.kind === 'competitive' &&
            !rule.adjust?.length && [
                'handicap',
                t('rule.addHandicap'),
                adds('adjust', [{ fulfilment: 'marketplace', percent: '-3' }]),
            ],
    ];
    return all.filter((one) => one !== false);
}
