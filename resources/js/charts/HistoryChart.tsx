import type { ListingHistory } from '@/api/client';
import { timeFormat } from '@/messages/locale';
import { money } from '@/ui/figures';
import { useEffect, useMemo, useRef, useState } from 'react';
import uPlot from 'uplot';
import 'uplot/dist/uPlot.min.css';
import { axis, colour } from './axis';
import { historySeries, type HistorySeries } from './historySeries';

/** Both charts of a listing zoom and point together. */
const SYNC: uPlot.Cursor.Sync = { key: 'history', scales: ['x', null] };

interface Props {
    history: ListingHistory;
    floor: string | null;
    ceiling: string | null;
    width: number;
    /** In full, rivals have lines of their own. */
    full?: boolean;
}

/** Our price, the lowest rival and the buy box as steps between floor and ceiling; what was sold beneath, on the same days. */
export default function HistoryChart({ history, floor, ceiling, width, full = false }: Props) {
    const host = useRef<HTMLDivElement>(null);
    const [pointed, setPointed] = useState<number | null>(null);
    const data = useMemo(() => historySeries(history, { floor, ceiling, full }), [history, floor, ceiling, full]);
    useEffect(() => {
        if (!host.current) return;
        const chart = prices(host.current, { history, data, width, full, onPoint: setPointed });
        const bars = sales(host.current, { history, data, width, full });
        return () => {
            chart.destroy();
            bars?.destroy();
        };
    }, [history, data, width, full]);
    return (
        <>
            <Legend data={data} at={pointed} />
            <div ref={host} />
        </>
    );
}

/** What each line is, with its figure under the pointer, or the latest one. */
function Legend({ data, at }: { data: HistorySeries; at: number | null }) {
    const index = at ?? data.times.length - 1;
    const time = data.times[index];
    return (
        <dl className="mb-1 flex flex-wrap gap-x-4 gap-y-0.5 text-[12.5px]" aria-hidden="true">
            <div className="text-text-3">
                {time !== undefined &&
                    timeFormat({ ...DAY, hour: '2-digit', minute: '2-digit' }).format(new Date(time * 1000))}
            </div>
            {data.lines.map((line) => (
                <div key={line.name} className="flex items-center gap-1.5">
                    <dt className="flex items-center gap-1.5 text-text-2">
                        <svg width="18" height="8">
                            <line
                                x1="0"
                                x2="18"
                                y1="4"
                                y2="4"
                                stroke={`var(${line.colour})`}
                                strokeWidth={line.width}
                                strokeDasharray={line.dash?.join(' ')}
                            />
                            {line.isWeb && <circle cx="9" cy="4" r="2.5" fill="var(--sheet)" stroke="var(--stripe)" />}
                        </svg>
                        {line.name}
                    </dt>
                    <dd>{money(line.figures[index] ?? null)}</dd>
                </div>
            ))}
        </dl>
    );
}

interface ChartOf {
    history: ListingHistory;
    data: HistorySeries;
    width: number;
    full: boolean;
}

function prices(
    host: HTMLElement,
    { history, data, width, full, onPoint }: ChartOf & { onPoint: (at: number | null) => void },
) {
    const stepped = uPlot.paths.stepped!({ align: 1 });
    const place = (name: string) => data.lines.findIndex((line) => line.name === name) + 1;
    return new uPlot(
        {
            width,
            height: full ? 360 : 170,
            legend: { show: false },
            cursor: { y: false, drag: { x: true, y: false }, sync: SYNC },
            scales: { x: { time: true, range: (_, from, to) => [from, to] } },
            series: [
                {},
                ...data.lines.map((line): uPlot.Series => ({
                    stroke: colour(line.colour),
                    width: line.width,
                    dash: line.dash,
                    paths: stepped,
                    points: { show: false },
                    spanGaps: true,
                })),
            ],
            bands: [{ series: [place('ceiling'), place('floor')], fill: colour('--limits-band') }],
            // The days stand below what was sold on them.
            axes: [
                history.sales.length > 0 ? { ...days(), size: 8, values: () => [] } : days(),
                { ...axis(), size: 46 },
            ],
            hooks: {
                drawClear: [(chart) => soldOut(chart, history)],
                draw: [(chart) => rings(chart, data), (chart) => marks(chart, history)],
                setCursor: [(chart) => onPoint(chart.cursor.idx ?? null)],
            },
        },
        [data.times, ...data.lines.map((line) => line.figures.map((one) => (one === null ? null : Number(one))))],
        host,
    );
}

/** What pages of other shops say: a ring wherever it changed, as on the price line. */
function rings(chart: uPlot, data: HistorySeries) {
    const { ctx } = chart;
    const [from = 0, to = 0] = [chart.scales.x?.min, chart.scales.x?.max];
    ctx.save();
    ctx.lineWidth = 1.5 * devicePixelRatio;
    ctx.strokeStyle = colour('--stripe');
    ctx.fillStyle = colour('--sheet');
    for (const line of data.lines.filter((one) => one.isWeb)) {
        line.figures.forEach((figure, index) => {
            const time = data.times[index]!;
            if (figure === null || figure === line.figures[index - 1] || time < from || time > to) return;
            ctx.beginPath();
            const [x, y] = [chart.valToPos(time, 'x', true), chart.valToPos(Number(figure), 'y', true)];
            ctx.arc(x, y, 3 * devicePixelRatio, 0, 2 * Math.PI);
            ctx.fill();
            ctx.stroke();
        });
    }
    ctx.restore();
}

/** Our changes: a filled dot where the new price arrived, a cross where it did not. */
function marks(chart: uPlot, history: ListingHistory) {
    const { ctx } = chart;
    const [from = 0, to = 0] = [chart.scales.x?.min, chart.scales.x?.max];
    ctx.save();
    ctx.lineWidth = 1.5 * devicePixelRatio;
    ctx.strokeStyle = colour('--text');
    ctx.fillStyle = colour('--yours');
    for (const change of history.changes) {
        if (change.at < from || change.at > to) continue;
        const x = chart.valToPos(change.at, 'x', true);
        const y = chart.valToPos(Number(change.to), 'y', true);
        const size = 3.5 * devicePixelRatio;
        ctx.beginPath();
        if (change.state === 'confirmed') {
            ctx.arc(x, y, size, 0, 2 * Math.PI);
            ctx.fill();
        } else {
            ctx.moveTo(x - size, y - size);
            ctx.lineTo(x + size, y + size);
            ctx.moveTo(x + size, y - size);
            ctx.lineTo(x - size, y + size);
        }
        ctx.stroke();
    }
    ctx.restore();
}

const DAY_SECONDS = 86_400;
const startOf = (day: string) => Date.parse(`${day}T00:00:00Z`) / 1000;

/** Days on which we had none to sell are shaded. */
function soldOut(chart: uPlot, history: ListingHistory) {
    const { ctx, bbox } = chart;
    const [from = 0, to = 0] = [chart.scales.x?.min, chart.scales.x?.max];
    ctx.save();
    ctx.fillStyle = colour('--line');
    for (const day of history.sales) {
        const start = Math.max(from, startOf(day.day));
        const end = Math.min(to, startOf(day.day) + DAY_SECONDS);
        if (day.in_stock || end <= start) continue;
        const x = chart.valToPos(start, 'x', true);
        ctx.fillRect(x, bbox.top, chart.valToPos(end, 'x', true) - x, bbox.height);
    }
    ctx.restore();
}

/** On the time axis of the prices: the same days stand below each other. */
function sales(host: HTMLElement, { history, data, width, full }: ChartOf) {
    const from = data.times[0];
    const to = data.times.at(-1);
    const shown = history.sales.filter((day) => from !== undefined && startOf(day.day) + DAY_SECONDS > from);
    if (shown.length === 0 || from === undefined || to === undefined) return null;
    return new uPlot(
        {
            width,
            height: full ? 120 : 84,
            legend: { show: false },
            cursor: { y: false, drag: { x: true, y: false }, sync: SYNC },
            scales: { x: { time: true, min: from, max: to, range: [from, to] } },
            series: [
                {},
                {
                    stroke: colour('--stripe-mid'),
                    fill: colour('--stripe-soft'),
                    paths: uPlot.paths.bars!({ size: [0.8, 12] }),
                    points: { show: false },
                },
            ],
            axes: [days(), { ...axis(), size: 46, incrs: [1, 2, 5, 10, 20, 50] }],
            hooks: { drawClear: [(chart) => soldOut(chart, history)] },
        },
        [shown.map((day) => startOf(day.day) + DAY_SECONDS / 2), shown.map((day) => day.units)],
        host,
    );
}

const DAY = { day: 'numeric', month: 'short' } as const;
const HOUR = { hour: '2-digit', minute: '2-digit' } as const;

function days(): uPlot.Axis {
    return {
        ...axis(),
        space: 56,
        values: (_, at, _axis, _space, step) =>
            at.map((seconds) => timeFormat(step < DAY_SECONDS ? HOUR : DAY).format(new Date(seconds * 1000))),
    };
}
