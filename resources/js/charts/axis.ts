import type uPlot from 'uplot';

export const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** How all charts with axes look. */
export function axis(): uPlot.Axis {
    return {
        stroke: colour('--text-3'),
        font: "11px 'Atkinson Hyperlegible Next Variable'",
        grid: { stroke: colour('--line'), width: 1 },
        ticks: { stroke: colour('--line'), width: 1, size: 4 },
    };
}
