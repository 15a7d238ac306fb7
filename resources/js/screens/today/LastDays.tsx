import { RatesUsed } from '@/ui/RatesUsed';
import type { components } from '@/api/schema';
import { useOwnCurrency } from '@/api/queries';
import { DayChart } from '@/charts/DayChart';
import { t, type MessageKey } from '@/messages/today';
import { inCurrency, percent, whole } from '@/ui/figures';
import { numberFormat } from '@/messages/locale';
import { Link } from 'react-router';

type Day = components['schemas']['PositionDay'];

interface Measure {
    name: MessageKey;
    /** Where its listings are. */
    to: string;
    of: (day: Day) => number | null;
    says: (figure: number, currency: string) => string;
    isFromZero?: boolean;
}

const number = (text: string | null) => (text === null ? null : Number(text));
const amount = (figure: number, currency: string) => inCurrency(figure.toFixed(0), currency);

const MEASURES: Measure[] = [
    {
        name: 'today.averageMargin',
        to: '/listings?sort=margin',
        of: (day) => number(day.margin_percent),
        says: (figure) => percent(figure, 1),
    },
    {
        name: 'today.buyBoxShare',
        to: '/listings?state=buy_box',
        of: (day) => (day.listings === 0 ? null : (day.buy_box / day.listings) * 100),
        says: (figure) => percent(figure),
    },
    {
        name: 'today.averageRank',
        to: '/listings?sort=-rank',
        of: (day) => number(day.rank),
        says: (figure) => numberFormat({ maximumFractionDigits: 1 }).format(figure),
    },
    {
        name: 'today.changesADay',
        to: '/listings?state=changed',
        of: (day) => day.changes,
        says: whole,
        isFromZero: true,
    },
    { name: 'today.revenue', to: '/listings', of: (day) => number(day.revenue), says: amount, isFromZero: true },
    {
        name: 'today.profit',
        to: '/listings?sort=-margin',
        of: (day) => number(day.profit),
        says: amount,
        isFromZero: true,
    },
];

/** The last 30 days in small charts; each leads to its listings. What is not known of any day is left out. */
export function LastDays({ days }: { days: Day[] }) {
    const currency = useOwnCurrency();
    const charts = MEASURES.map((measure) => ({
        ...measure,
        days: days.map((day) => ({ day: day.day, figure: measure.of(day) })),
    })).filter((chart) => chart.days.some((day) => day.figure !== null));
    if (charts.length === 0) return null;
    return (
        <section aria-label={t('today.last30')}>
            <h2 className="mb-2 text-[15px]">{t('today.last30')}</h2>
            <ul className="grid grid-cols-2 gap-x-5 gap-y-2">
                {charts.map((chart) => {
                    const last = chart.days.findLast((day) => day.figure !== null)!.figure!;
                    const says = (figure: number) => chart.says(figure, currency);
                    return (
                        <li key={chart.name}>
                            <Link to={chart.to} className="block text-[12.5px] text-text-2 hover:underline">
                                {t(chart.name)} <b className="block text-[15px] text-text">{says(last)}</b>
                            </Link>
                            {chart.days.filter((day) => day.figure !== null).length > 1 && (
                                <DayChart
                                    label={t('today.chart', {
                                        name: t(chart.name),
                                        days: chart.days.length,
                                        from: says(chart.days.find((day) => day.figure !== null)!.figure!),
                                        to: says(last),
                                    })}
                                    days={chart.days}
                                    says={says}
                                    isFromZero={chart.isFromZero}
                                />
                            )}
                        </li>
                    );
                })}
            </ul>
            <p className="mt-1.5 text-[12px] text-text-3">
                <RatesUsed />
            </p>
        </section>
    );
}
