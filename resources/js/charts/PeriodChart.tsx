import { useEffect, useRef, useState } from 'react';
import uPlot from 'uplot';
import 'uplot/dist/uPlot.min.css';
import { axis, colour } from './axis';

export interface PeriodLine {
    name: string;
    /** Null where nothing is known: the line has a gap there. */
    figures: (number | null)[];
}

interface Props {
    /** What is drawn, for those who cannot see it. */
    label: string;
    /** What stands along it. */
    labels: string[];
    lines: PeriodLine[];
    /** A figure, and a label, in words. */
    says: (figure: number | null) => string;
    saysLabel: (label: string) => string;
    isBars: boolean;
    width: number;
}

const HEIGHT = 130;
const COLOURS = ['--stripe', '--yours-ink', '--text-3'];
const DASHES = [undefined, [6, 3], [2, 3]];

/** Figures along days or hours; those under the pointer are said above, else the latest. */
export default function PeriodChart({ label, labels, lines, says, saysLabel, isBars, width }: Props) {
    const host = useRef<HTMLDivElement>(null);
    const [pointed, setPointed] = useState<number | null>(null);
    // The latest of which anything is known.
    const at = pointed ?? labels.findLastIndex((_, place) => lines.some((line) => line.figures[place] != null));
    useEffect(() => {
        if (!host.current) return;
        const chart = new uPlot(
            {
                width,
                height: HEIGHT,
                padding: [8, 22, 0, 0],
                legend: { show: false },
                cursor: { y: false, drag: { x: false, y: false } },
                scales: {
                    x: {
                        time: false,
                        range: (_, from, to) => (isBars ? [from - 0.6, to + 0.6] : [from, Math.max(to, from + 1)]),
                    },
                    y: isBars ? { range: (_, __, to) => [0, Math.max(1, to) * 1.05] } : {},
                },
                series: [
                    {},
                    ...lines.map((_, number): uPlot.Series => ({
                        stroke: colour(COLOURS[number % COLOURS.length]!),
                        dash: DASHES[number % DASHES.length],
                        ...(isBars
                            ? {
                                  fill: colour('--stripe-soft'),
                                  width: 1,
                                  paths: uPlot.paths.bars!({ size: [0.8, 40] }),
                                  points: { show: false },
                              }
                            : { width: 2, points: { show: labels.length === 1 } }),
                    })),
                ],
                axes: [
                    {
                        ...axis(),
                        space: 64,
                        size: 26,
                        incrs: [1, 2, 3, 4, 6, 7, 14, 28, 56],
                        values: (_, places) =>
                            places.map((place) => (labels[place] === undefined ? '' : saysLabel(labels[place]))),
                    },
                    { ...axis(), size: 56, values: (_, figures) => figures.map((figure) => says(figure)) },
                ],
                hooks: { setCursor: [(drawn) => setPointed(drawn.cursor.idx ?? null)] },
            },
            [labels.map((_, place) => place), ...lines.map((line) => line.figures)],
            host.current,
        );
        return () => chart.destroy();
        // eslint-disable-next-line react-hooks/exhaustive-deps -- how figures are said does not change while it is drawn
    }, [labels, lines, width, isBars]);
    return (
        <figure>
            <figcaption className="mb-1 flex flex-wrap gap-x-4 text-[12.5px]">
                <span className="text-text-3">{labels[at] !== undefined && saysLabel(labels[at])}</span>
                {lines.map((line, number) => (
                    <span key={line.name} className="flex items-center gap-1.5 text-text-2">
                        {lines.length > 1 && (
                            <svg width="18" height="8" aria-hidden>
                                <line
                                    x1="0"
                                    x2="18"
                                    y1="4"
                                    y2="4"
                                    strokeWidth="2"
                                    stroke={`var(${COLOURS[number % COLOURS.length]!})`}
                                    strokeDasharray={DASHES[number % DASHES.length]?.join(' ')}
                                />
                            </svg>
                        )}
                        {lines.length > 1 && `${line.name} `}
                        <b className="text-text tabular-nums">{says(line.figures[at] ?? null)}</b>
                    </span>
                ))}
            </figcaption>
            <div ref={host} role="img" aria-label={label} />
        </figure>
    );
}
