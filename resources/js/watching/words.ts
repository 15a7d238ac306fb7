import { t } from '@/messages/watching';
import { ago } from '@/ui/figures';
import type { FoundOffer, Reading, Watch } from './queries';

/** The names of the API, as a seller says them. */

const DOUBTS = {
    currency: t('watching.doubtCurrency'),
    price: t('watching.doubtPrice'),
    name: t('watching.doubtName'),
    variant: t('watching.doubtVariant'),
    source: t('watching.doubtSource'),
    confidence: t('watching.doubtConfidence'),
} satisfies Record<Watch['doubts'][number], string>;

export const doubts = (all: Watch['doubts']) => all.map((one) => DOUBTS[one]).join(', ');

const AVAILABILITY = {
    in_stock: t('watching.inStock'),
    limited: t('watching.limited'),
    backorder: t('watching.backorder'),
    preorder: t('watching.preorder'),
    out_of_stock: t('watching.outOfStock'),
    discontinued: t('watching.discontinued'),
    unknown: t('watching.unknown'),
} satisfies Record<FoundOffer['availability'], string>;

export const availability = (name: FoundOffer['availability']) => AVAILABILITY[name];

const SOURCES: Record<string, string> = {
    json_ld: t('watching.sourceJson_ld'),
    microdata: t('watching.sourceMicrodata'),
    rdfa: t('watching.sourceRdfa'),
    open_graph: t('watching.sourceOpen_graph'),
    page_data: t('watching.sourcePage_data'),
    option_list: t('watching.sourceOption_list'),
    markup: t('watching.sourceMarkup'),
    recipe: t('watching.sourceRecipe'),
};

export const source = (name: string) => SOURCES[name] ?? name;

const VERDICTS = {
    new: t('watching.verdictNew'),
    good: t('watching.verdictGood'),
    doubtful: t('watching.verdictDoubtful'),
    failed: t('watching.verdictFailed'),
    wrong: t('watching.verdictWrong'),
} satisfies Record<Reading['verdict'], string>;

export const verdict = (name: Reading['verdict']) => VERDICTS[name];

/** How a page is doing, in a few words. */
export function status(watch: Watch): string {
    if (watch.is_paused) return t('watching.statePaused');
    if (watch.verdict === null) return watch.is_being_read ? t('watching.beingRead') : t('watching.stateWaiting');
    if (watch.verdict === 'failed') return t('watching.stateFailed');
    if (watch.verdict === 'doubtful') return t('watching.stateDoubtful', { why: doubts(watch.doubts) });
    if (watch.state === 'confirmed') return t('watching.stateGood');
    return watch.verdict === 'wrong' ? t('watching.stateRejected') : t('watching.stateNew');
}

/** Whether a person has to look at it. */
export const needsALook = (watch: Watch) =>
    !watch.is_paused && (watch.state !== 'confirmed' || watch.verdict === 'doubtful' || watch.verdict === 'failed');

type Schedule = Watch['schedule'];

export const SCHEDULES: readonly (readonly [string, string, Schedule])[] = [
    ['every10', t('watching.every10'), { every_minutes: 10 }],
    ['every30', t('watching.every30'), { every_minutes: 30 }],
    ['every60', t('watching.every60'), { every_minutes: 60 }],
    ['times12', t('watching.times12'), { times_a_day: 12 }],
    ['times4', t('watching.times4'), { times_a_day: 4 }],
    ['times1', t('watching.times1'), { times_a_day: 1 }],
];

export const scheduleName = (schedule: Schedule): string =>
    SCHEDULES.find(([, , one]) => JSON.stringify(one) === JSON.stringify(schedule))?.[0] ?? 'own';

export const scheduleWords = (schedule: Schedule): string =>
    SCHEDULES.find(([name]) => name === scheduleName(schedule))?.[1] ??
    t('watching.atTimes', { times: 'at' in schedule ? schedule.at.join(', ') : JSON.stringify(schedule) });

export const when = (time: string | null) => (time === null ? t('watching.notRead') : ago(time));
