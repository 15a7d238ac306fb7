/** Where things stand on the price line. Plain numbers: they only place marks, nothing is priced with them. */

export interface LineMark {
    at: string;
    buy_box: boolean;
    dropped: string | null;
    seller: string;
    is_web?: boolean;
}

export interface PlacedTick {
    x: number;
    count: number;
    counted: boolean;
    buyBox: boolean;
    /** Whether one of them is a shop of its own. */
    web: boolean;
    sellers: string[];
}

export interface PlacedLine {
    ticks: PlacedTick[];
    below: number;
    above: number;
    /** The nose of our mark. */
    price: number;
    proposed: number | null;
}

/** Ticks nearer than this are drawn as one, taller. */
const TOGETHER_PX = 2.5;

export function place(
    line: { floor: string; ceiling: string; price: string; proposed?: string | null; marks: readonly LineMark[] },
    left: number,
    right: number,
): PlacedLine {
    const floor = Number(line.floor);
    const span = Math.max(Number(line.ceiling) - floor, 0.01);
    const x = (amount: string) => left + ((Number(amount) - floor) / span) * (right - left);
    const ends = (amount: string) => Math.min(Math.max(x(amount), left - 12), right + 12);

    const ticks: PlacedTick[] = [];
    let below = 0;
    let above = 0;
    for (const mark of [...line.marks].sort((a, b) => Number(a.at) - Number(b.at))) {
        const at = x(mark.at);
        if (at < left - 0.5) below++;
        else if (at > right + 0.5) above++;
        else add(ticks, at, mark);
    }
    return { ticks, below, above, price: ends(line.price), proposed: line.proposed ? ends(line.proposed) : null };
}

function add(ticks: PlacedTick[], x: number, mark: LineMark): void {
    const counted = mark.dropped === null;
    const near = ticks.find((tick) => tick.counted === counted && Math.abs(tick.x - x) < TOGETHER_PX);
    if (near) {
        near.count++;
        near.buyBox ||= mark.buy_box;
        near.web ||= mark.is_web === true;
        near.sellers.push(mark.seller);
    } else {
        ticks.push({ x, count: 1, counted, buyBox: mark.buy_box, web: mark.is_web === true, sellers: [mark.seller] });
    }
}
