import type { Rule } from '@/api/client';
import { every } from './sentence';

export const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** "whenever the market moves, every 15 minutes, between 08:00 and 20:00 on Mon, Tue" */
export function when({ every_minutes: minutes, times = {} }: Rule['settings']): string {
    const days =
        times.weekdays && times.weekdays.length < 7
            ? `, on ${times.weekdays.map((day) => DAYS[day - 1]).join(', ')}`
            : '';
    const parts = [
        (times.on_market ?? true) && 'whenever the market moves',
        minutes != null && every(minutes),
        times.at?.length && `at ${times.at.join(', ')}`,
    ].filter(Boolean);
    const looks = parts.length > 0 ? parts.join(', ') : 'only when you press “Run now”';
    const hours = times.from && times.to ? `, between ${times.from} and ${times.to}` : '';
    return `${looks}${hours}${days}${times.until ? `, until ${times.until}` : ''}`;
}
