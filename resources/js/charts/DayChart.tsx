import { timeFormat } from '@/messages/locale';
import { useState } from 'react';

const WIDTH = 124;
const HEIGHT = 40;
const TOP = 4;

interface Props {
    /** What is drawn, for those who cannot see it. */
    label: string;
    /** Null where the day has no figure: the line has a gap there. */
    days: { day: string; figure: number | null }[];
    /** A figure in words. */
    says: (figure: number) => string;
    /** Whether zero is the foot of the chart, and not the smallest figure. */
    isFromZero?: boolean;
}

/** One figure a day, as a line; the day under the pointer is said below it. */
export function DayChart({ label, days, says, isFromZero = false }: Props) {
    const [pointed, setPointed] = useState<number | null>(null);
    const known = days.flatMap(({ figure }) => (figure === null ? [] : [figure]));
    const [least, most] = [isFromZero ? 0 : Math.min(...known), Math.max(...known)];
    const x = (at: number) => (at / Math.max(1, days.length - 1)) * WIDTH;
    const y = (figure: number) => HEIGHT - 2 - ((figure - least) / (most - least || 1)) * (HEIGHT - 2 - TOP);
    const path = days
        .map(({ figure }, at) =>
            figure === null ? '' : `${(days[at - 1]?.figure ?? null) === null ? 'M' : 'L'}${x(at)} ${y(figure)}`,
        )
        .join('');
    const shown = pointed === null ? null : days[pointed];
    return (
        <figure>
            <svg
                viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
                className="w-full overflow-visible"
                role="img"
                aria-label={label}
                onPointerMove={(event) => {
                    const box = event.currentTarget.getBoundingClientRect();
                    const at = Math.round(((event.clientX - box.left) / box.width) * (days.length - 1));
                    setPointed(Math.max(0, Math.min(days.length - 1, at)));
                }}
                onPointerLeave={() => setPointed(null)}
            >
                <line x1="0" x2={WIDTH} y1={HEIGHT - 1} y2={HEIGHT - 1} className="stroke-line" />
                <path d={path} fill="none" strokeWidth="1.8" strokeLinejoin="round" className="stroke-stripe" />
                {shown?.figure != null && pointed !== null && (
                    <circle cx={x(pointed)} cy={y(shown.figure)} r="3" className="fill-yours stroke-ink" />
                )}
            </svg>
            <figcaption className="h-4 truncate text-[11.5px] text-text-3">
                {shown &&
                    `${timeFormat({ day: 'numeric', month: 'short', timeZone: 'UTC' }).format(new Date(shown.day))}: ${shown.figure === null ? '–' : says(shown.figure)}`}
            </figcaption>
        </figure>
    );
}
