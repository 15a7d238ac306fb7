import { t } from '@/messages/pricing';
import type { Rule } from '@/api/client';
import { every } from './sentence';

export const DAYS = [
    t('pricing.mon'),
    t('pricing.tue'),
    t('pricing.wed'),
    t('pricing.thu'),
    t('pricing.fri'),
    t('pricing.sat'),
    t('pricing.sun'),
];

/** "whenever the market moves, every 15 minutes, between 08:00 and 20:00 on Mon, Tue" */
export function when({ every_minutes: minutes, times = {} }: Rule['settings']): string {
    const days =
        times.weekdays && times.weekdays.length < 7
            ? t('pricing.on2', { join: times.weekdays.map((day) => DAYS[day - 1]).join(', ') })
            : '';
    const parts = [
        (times.on_market ?? true) && t('pricing.wheneverTheMarketMoves3'),
        minutes != null && every(minutes),
        times.at?.length && t('pricing.at', { join: times.at.join(', ') }),
    ].filter(Boolean);
    const looks = parts.length > 0 ? parts.join(', ') : t('pricing.onlyWhenYouPressRunNow');
    const hours = times.from && times.to ? t('pricing.betweenAnd', { from: times.from, to: times.to }) : '';
    return `${looks}${hours}${days}${times.until ? t('pricing.until', { until: times.until }) : ''}`;
}
