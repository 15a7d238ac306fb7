import type { ListingHistory } from '@/api/client';
import { useEffect, useRef } from 'react';
import uPlot from 'uplot';
import 'uplot/dist/uPlot.min.css';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const figure = (amount: string | null) => (amount === null ? null : Number(amount));

/** Our price, the lowest rival and the buy box as steps, floor and ceiling as dashes, sales beneath. */
export default function HistoryChart({
    history,
    floor,
    ceiling,
    width,
}: {
    history: ListingHistory;
    floor: string | null;
    ceiling: string | null;
    width: number;
}) {
    const host = useRef<HTMLDivElement>(null);
    useEffect(() => {
        if (!host.current) return;
        const chart = prices(host.current, history, floor, ceiling, width);
        const bars = sales(host.current, history, width);
        return () => {
            chart.destroy();
            bars?.destroy();
        };
    }, [history, floor, ceiling, width]);
    return <div ref={host} />;
}

function prices(
    host: HTMLElement,
    history: ListingHistory,
    floor: string | null,
    ceiling: string | null,
    width: number,
) {
    const points = history.points;
    const now = Math.floor(Date.now() / 1000);
    const last = points.at(-1);
    const extended = last && last.at < now ? [...points, { ...last, at: now }] : points;
    const stepped = uPlot.paths.stepped!({ align: 1 });
    const line = (label: string, stroke: string, size: number, dash?: number[]): uPlot.Series => ({
        label,
        stroke,
        width: size,
        dash,
        paths: stepped,
        points: { show: false },
        spanGaps: true,
        value: (_, value) => (value === null ? '–' : value.toFixed(2)),
    });
    return new uPlot(
        {
            width,
            height: 170,
            legend: { show: true, live: false },
            cursor: { drag: { x: true, y: false } },
            scales: { x: { time: true } },
            series: [
                {},
                line('lowest', colour('--stripe'), 1.5),
                line('buy box', colour('--stripe-mid'), 1.5, [5, 3]),
                line('ours', colour('--yours'), 2.5),
                line('floor', colour('--text-3'), 1, [2, 3]),
                line('ceiling', colour('--text-3'), 1, [2, 3]),
            ],
            axes: [days(), { ...axis(), size: 46 }],
            hooks: { draw: [(chart) => marks(chart, history)] },
        },
        [
            extended.map((point) => point.at),
            extended.map((point) => figure(point.lowest)),
            extended.map((point) => figure(point.buy_box)),
            extended.map((point) => figure(point.price)),
            extended.map((point) => figure(point.floor ?? floor)),
            extended.map((point) => figure(point.ceiling ?? ceiling)),
        ],
        host,
    );
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

function sales(host: HTMLElement, history: ListingHistory, width: number) {
    if (history.sales.length === 0) return null;
    return new uPlot(
        {
            width,
            height: 84,
            legend: { show: false },
            cursor: { show: false },
            series: [
                {},
                {
                    label: 'sold',
                    stroke: colour('--stripe-mid'),
                    fill: colour('--stripe-soft'),
                    paths: uPlot.paths.bars!({ size: [0.8, 12] }),
                    points: { show: false },
                },
            ],
            axes: [days(), { ...axis(), size: 46, incrs: [1, 2, 5, 10, 20, 50] }],
        },
        [history.sales.map((day) => Date.parse(`${day.day}T12:00:00Z`) / 1000), history.sales.map((day) => day.units)],
        host,
    );
}

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const HOUR = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const DAY_SECONDS = 86_400;

function days(): uPlot.Axis {
    return {
        ...axis(),
        space: 56,
        values: (_, at, _axis, _space, step) =>
            at.map((seconds) => (step < DAY_SECONDS ? HOUR : DAY).format(seconds * 1000)),
    };
}

function axis(): uPlot.Axis {
    return {
        stroke: colour('--text-3'),
        font: "11px 'Atkinson Hyperlegible Next Variable'",
        grid: { stroke: colour('--line'), width: 1 },
        ticks: { stroke: colour('--line'), width: 1, size: 4 },
    };
}
