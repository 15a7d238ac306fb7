import PeriodChart from '@/charts/PeriodChart';
import { timeFormat } from '@/messages/locale';
import { t } from '@/messages/reports';
import { said } from '@/messages/said';
import { symbol } from '@/ui/figures';
import { useWidth } from '@/ui/useWidth';
import { useMemo, useRef } from 'react';
import { worded, type Chart } from './cells';

const shortDay = (day: string) => timeFormat({ day: 'numeric', month: 'short', timeZone: 'UTC' }).format(new Date(day));

/** The charts of a report, below each other on the same days. */
export default function ReportCharts({ charts, currency }: { charts: Chart[]; currency: string }) {
    const host = useRef<HTMLDivElement>(null);
    const width = useWidth(host);
    return (
        <div ref={host} className="mx-[18px] mb-4 grid gap-4">
            {width > 0 &&
                charts.map((chart) => (
                    <OneChart key={chart.name.code} chart={chart} currency={currency} width={width} />
                ))}
        </div>
    );
}

function OneChart({ chart, currency, width }: { chart: Chart; currency: string; width: number }) {
    const lines = useMemo(
        () =>
            chart.series.map((series) => ({
                name: said(series.name),
                figures: series.figures.map((figure) => (figure === null ? null : Number(figure))),
            })),
        [chart.series],
    );
    const says = (figure: number | null) =>
        figure === null ? '–' : worded(chart.unit === 'money' ? figure.toFixed(0) : String(figure), chart.unit);
    const name = chart.unit === 'money' ? `${said(chart.name)}, ${symbol(currency)}` : said(chart.name);
    const ends = (figures: (number | null)[]) => {
        const known = figures.filter((figure) => figure !== null);
        return { first: says(known[0] ?? null), last: says(known.at(-1) ?? null) };
    };
    const saysLabel = (label: string) => (chart.along === 'day' ? shortDay(label) : worded(label, chart.along));
    return (
        <section aria-label={name}>
            <h3 className="text-[15px]">{name}</h3>
            <PeriodChart
                label={t('reports.chart', {
                    name,
                    from: saysLabel(chart.labels[0] ?? ''),
                    to: saysLabel(chart.labels.at(-1) ?? ''),
                    series: lines
                        .map((line) => t('reports.chartSeries', { name: line.name, ...ends(line.figures) }))
                        .join('; '),
                })}
                labels={chart.labels}
                lines={lines}
                says={says}
                saysLabel={saysLabel}
                isBars={chart.unit === 'count'}
                width={width}
            />
        </section>
    );
}
