import { t } from '@/messages/message';
import type { ListingHistory } from '@/api/client';

export interface HistoryLine {
    name: string;
    /** Of the design, as a custom property. */
    colour: string;
    width: number;
    dash?: number[];
    /** From a page of another shop: ringed. */
    isWeb?: boolean;
    /** One for each time. */
    figures: (string | null)[];
}

export interface HistorySeries {
    /** Seconds since 1970. */
    times: number[];
    lines: HistoryLine[];
}

/** Told apart without colour. */
const RIVAL_DASHES = [
    [8, 3],
    [4, 3],
    [2, 3],
    [8, 3, 2, 3],
    [12, 4],
    [1, 2],
];

interface Options {
    /** As they are now, for points from before they were kept. */
    floor: string | null;
    ceiling: string | null;
    full: boolean;
    now?: number;
}

/** The lines of a listing's chart, up to now: what was seen last still holds. The buy box is at our price while it is ours. */
export function historySeries(history: ListingHistory, { floor, ceiling, full, now }: Options): HistorySeries {
    const until = now ?? Math.floor(Date.now() / 1000);
    const last = history.points.at(-1);
    const isExtended = last !== undefined && last.at < until;
    const points = isExtended ? [...history.points, { ...last, at: until }] : history.points;
    const extended = (figures: (string | null)[]) => (isExtended ? [...figures, figures.at(-1) ?? null] : figures);
    const line = (name: string, colour: string, width: number, figures: (string | null)[], dash?: number[]) => ({
        name,
        colour,
        width,
        dash,
        figures,
    });
    return {
        times: points.map((point) => point.at),
        lines: [
            ...(full ? history.rivals : []).map((rival, index) => ({
                ...line(rival.name, '--text-3', 1, extended(rival.figures), RIVAL_DASHES[index % RIVAL_DASHES.length]),
                isWeb: rival.is_web,
            })),
            line(
                'lowest',
                '--stripe',
                1.5,
                points.map((point) => point.lowest),
            ),
            line(
                t('charts.buyBox'),
                '--stripe-mid',
                1.5,
                points.map((point) => point.buy_box),
                [5, 3],
            ),
            line(
                'ours',
                '--yours',
                2.5,
                points.map((point) => point.price),
            ),
            line(
                'floor',
                '--text-3',
                1,
                points.map((point) => point.floor ?? floor),
                [2, 3],
            ),
            line(
                'ceiling',
                '--text-3',
                1,
                points.map((point) => point.ceiling ?? ceiling),
                [2, 3],
            ),
        ],
    };
}
