const FOOT = 3;

interface Props {
    /** What is drawn, for those who cannot see it. */
    label: string;
    /** From when (in seconds) it was what, oldest first; null: nothing. */
    steps: { at: number; figure: number | null }[];
    /** Drawn across, to compare with; null: nothing. */
    level: number | null;
    /** Up to when, in seconds. */
    until: number;
    /** In px. */
    width?: number;
    height?: number;
}

/** A price over time beside ours, at row size unless said: theirs as steps, ours as a dashed line across. */
export function Sparkline({ label, steps, level, until, width = 132, height = 26 }: Props) {
    const figures = [
        ...(level === null ? [] : [level]),
        ...steps.flatMap(({ figure }) => (figure === null ? [] : [figure])),
    ];
    const [least, most] = [Math.min(...figures), Math.max(...figures)];
    const first = steps[0]?.at ?? until - 1;
    const x = (at: number) => Math.round(((at - first) / Math.max(1, until - first)) * width * 10) / 10;
    const y = (figure: number) =>
        Math.round((height - FOOT - ((figure - least) / (most - least || 1)) * (height - 2 * FOOT)) * 10) / 10;
    const path = steps
        .map(({ at, figure }, index) => {
            const end = x(steps[index + 1]?.at ?? until);
            const before = index === 0 ? null : steps[index - 1]!.figure;
            return figure === null ? '' : `${before === null ? 'M' : 'L'}${x(at)} ${y(figure)}H${end}`;
        })
        .join('');
    return (
        <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} role="img" aria-label={label}>
            {level !== null && (
                <line
                    x1="0"
                    x2={width}
                    y1={y(level)}
                    y2={y(level)}
                    strokeDasharray="2 3"
                    className="stroke-yours-ink"
                />
            )}
            <path d={path} fill="none" strokeWidth="1.5" className="stroke-stripe" />
        </svg>
    );
}
