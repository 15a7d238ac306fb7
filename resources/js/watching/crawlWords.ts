import { t } from '@/messages/watching';

/** How often a shop is read through again, in days. */
export const EVERY = [
    ['', t('watching.crawlNever')],
    ['1', t('watching.crawlEveryDay')],
    ['7', t('watching.crawlEveryWeek')],
    ['30', t('watching.crawlEveryMonth')],
] as const;
