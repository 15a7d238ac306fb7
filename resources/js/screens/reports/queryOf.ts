/** The days that are looked back over unless others are asked for. */
export const USUAL_DAYS = 30;

const WINDOW_DAYS = 7;

export interface ReportQuery {
    from?: string;
    to?: string;
    channel?: number;
    brand?: string;
    category?: string;
    window?: number;
}

export const dayBefore = (days: number, now = new Date()) =>
    new Date(now.getTime() - days * 86_400_000).toISOString().slice(0, 10);

const isDay = (text: string | null): text is string => text !== null && /^\d{4}-\d\d-\d\d$/.test(text);

/** What the address bar asks for: the last so many days, or days of one's own. */
export function queryOf(
    params: URLSearchParams,
    hasWindow: boolean,
    now = new Date(),
): ReportQuery & Record<string, string | number> {
    const [from, to, channel, brand, category] = ['from', 'to', 'channel', 'brand', 'category'].map((name) =>
        params.get(name),
    );
    const days = Number(params.get('days') ?? USUAL_DAYS) || USUAL_DAYS;
    const isOwn = isDay(from ?? null) || isDay(to ?? null);
    return {
        ...(isDay(from ?? null) ? { from: from! } : isOwn ? {} : { from: dayBefore(days - 1, now) }),
        ...(isDay(to ?? null) ? { to: to! } : {}),
        ...(channel ? { channel: Number(channel) } : {}),
        ...(brand ? { brand } : {}),
        ...(category ? { category } : {}),
        ...(hasWindow ? { window: Number(params.get('window') ?? WINDOW_DAYS) || WINDOW_DAYS } : {}),
    };
}
