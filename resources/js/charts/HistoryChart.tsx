import type { ListingHistory } from '@/api/client';
import { timeFormat } from '@/messages/locale';
import { useEffect, useRef } from 'react';
import uPlot from 'uplot';
import 'uplot/dist/uPlot.min.css';

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
/** Both charts of a listing zoom and point together. */
const SYNC: uPlot.Cursor.Sync = { key: 'history', scales: ['x', null] };

/** Told apart without colour. */
const RIVAL_DASHES = [
    [8, 3],
    [4, 3],
    [2, 3],
    [8, 3, 2, 3],
    [12, 4],
    [1, 2],
];

const figure = (amount: string | null) => (amount === null ? null : Number(amount));

interface Props {
    history: ListingHistory;
    floor: string | null;
    ceiling: string | null;
    width: number;
    /** In full, rivals have lines of their own and figures follow the pointer. */
    full?: boolean;
}

/** Our price, the lowest rival and the buy box as steps, floor and ceiling as dashes, sales beneath. */
export default function HistoryChart({ history, floor, ceiling, width, full = false }: Props) {
    const host = useRef<HTMLDivElement>(null);
    useEffect(() => {
        if (!host.current) return;
        const chart = prices(host.current, { history, floor, ceiling, width, full });
        const bars = sales(host.current, history, width, full);
        return () => {
            chart.destroy();
            bars?.destroy();
        };
    }, [history, floor, ceiling, width, full]);
    return <div ref={host} />;
}

function prices(host: HTMLElement, { history, floor, ceiling, width, full = false }: Props) {
    const points = history.points;
    const now = Math.floor(Date.now() / 1000);
    const last = points.at(-1);
    const isExtended = last !== undefined && last.at < now;
    const extended = isExtended ? [...points, { ...last, at: now }] : points;
    const rivals = full ? history.rivals : [];
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
            height: full ? 360 : 170,
            legend: { show: true, live: full },
            cursor: { drag: { x: true, y: false }, ...(full && { sync: SYNC }) },
            scales: { x: { time: true } },
            series: [
                {},
                ...rivals.map((rival, index) =>
                    line(rival.name, colour('--text-3'), 1, RIVAL_DASHES[index % RIVAL_DASHES.length]),
                ),
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
            ...rivals.map((rival) =>
                (isExtended ? [...rival.figures, rival.figures.at(-1) ?? null] : rival.figures).map(figure),
            ),
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

function sales(host: HTMLElement, history: ListingHistory, width: number, full: boolean) {
    if (history.sales.length === 0) return null;
    return new uPlot(
        {
            width,
            height: full ? 120 : 84,
            legend: { show: false },
            cursor: full ? { drag: { x: true, y: false }, sync: SYNC } : { show: false },
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

const DAY = { day: 'numeric', month: 'short' } as const;
const HOUR = { hour: '2-digit', minute: '2-digit' } as const;
const DAY_SECONDS = 86_400;

function days(): uPlot.Axis {
    return {
        ...axis(),
        space: 56,
        values: (_, at, _axis, _space, step) =>
            at.map((seconds) => timeFormat(step < DAY_SECONDS ? HOUR : DAY).format(new Date(seconds * 1000))),
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
