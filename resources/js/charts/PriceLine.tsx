import { t } from '@/messages/message';
import { memo } from 'react';
import { place, type LineMark, type PlacedTick } from './scale';

export interface PriceLineProps {
    floor: string | null;
    ceiling: string | null;
    price: string;
    proposed?: string | null;
    marks: readonly LineMark[];
    currency: string;
    large?: boolean;
    width?: number;
    /** Words for a seller's name and for the reason it does not count. */
    describe?: (mark: LineMark) => string;
}

/** The price on its scale, as a sentence. */
export function priceLineSentence({ floor, ceiling, price, proposed, marks, currency }: PriceLineProps): string {
    const counted = marks.filter((mark) => mark.dropped === null);
    const rivals =
        counted.length === 0
            ? t('charts.noRivalCounts')
            : t('charts.theLowestAt', {
                  many: counted.length,
                  at: counted.reduce(
                      (least, mark) => (Number(mark.at) < Number(least) ? mark.at : least),
                      counted[0]!.at,
                  ),
              });
    const left = marks.length - counted.length;
    return [
        t('charts.price', { price, currency }),
        proposed ? t('charts.goingTo', { proposed }) : '',
        floor && ceiling ? t('charts.betweenFloorAndCeiling', { floor, ceiling }) : t('charts.withoutLimits'),
        `. ${rivals}`,
        left > 0 ? t('charts.leftOut', { left }) : '',
        '.',
    ].join('');
}

/**
 * Scale from floor to ceiling, rivals as ticks, those with a shop of their own with a ring on top, ours as a fish whose nose
 * is at the price.
 */
export const PriceLine = memo(function PriceLine(props: PriceLineProps) {
    const { floor, ceiling, price, proposed, marks, large = false } = props;
    if (!floor || !ceiling) return null;
    const width = props.width ?? (large ? 296 : 192);
    const height = large ? 62 : 30;
    const inset = large ? 22 : 16;
    const y = large ? 38 : 20;
    const unit = large ? 1.45 : 1;
    const line = place({ floor, ceiling, price, proposed, marks }, inset, width - inset);
    // It faces where it is going; at rest left, and near the ceiling right, so that the body stays on the scale.
    const rests = line.price > width - inset - 14 * unit ? 1 : -1;
    const facing = proposed ? (Number(proposed) > Number(price) ? 1 : -1) : rests;

    return (
        <svg
            width={width}
            height={height}
            viewBox={`0 0 ${width} ${height}`}
            role="img"
            aria-label={priceLineSentence(props)}
            className="block overflow-visible"
        >
            <line x1={inset} x2={width - inset} y1={y} y2={y} stroke="var(--scale)" strokeWidth={large ? 2 : 1.5} />
            <Bracket x={inset} y={y} unit={unit} opens={1} />
            <Bracket x={width - inset} y={y} unit={unit} opens={-1} />
            {large ? (
                line.ticks.map((tick, index) => (
                    <g key={index}>
                        <title>{tick.sellers.join(', ')}</title>
                        <path d={tickPath(tick, y, unit)} {...strokeOf(tick.counted)} />
                    </g>
                ))
            ) : (
                <>
                    {[true, false].map((counted) => {
                        const ticks = line.ticks.filter((tick) => tick.counted === counted);
                        return (
                            ticks.length > 0 && (
                                <path
                                    key={String(counted)}
                                    d={ticks.map((tick) => tickPath(tick, y, unit)).join('')}
                                    {...strokeOf(counted)}
                                />
                            )
                        );
                    })}
                </>
            )}
            {line.ticks
                .filter((tick) => tick.buyBox)
                .map((tick) => (
                    <Roof key={tick.x} x={tick.x} y={y - (12 + Math.min(tick.count - 1, 3) * 2) * unit} unit={unit} />
                ))}
            {line.ticks
                .filter((tick) => tick.web)
                .map((tick) => (
                    <circle
                        key={`${tick.x} ${tick.counted}`}
                        cx={tick.x}
                        cy={y - (10.5 + Math.min(tick.count - 1, 3) * 2) * unit}
                        r={2.1 * unit}
                        fill="var(--sheet)"
                        stroke={tick.counted ? 'var(--stripe)' : 'var(--text-3)'}
                        strokeWidth={1.4}
                    />
                ))}
            {line.below > 0 && <Beyond x={inset - 8 * unit} y={y} way={-1} count={line.below} unit={unit} />}
            {line.above > 0 && <Beyond x={width - inset + 8 * unit} y={y} way={1} count={line.above} unit={unit} />}
            {line.proposed !== null && (
                <>
                    <Arrow from={line.price} to={line.proposed} y={y + 8.5 * unit} />
                    <Fish nose={line.proposed} y={y} facing={facing} unit={unit} outline />
                </>
            )}
            <Fish nose={line.price} y={y} facing={facing} unit={unit} />
        </svg>
    );
});

/** Taller where several coincide. */
const tickPath = ({ x, count }: PlacedTick, y: number, unit: number) =>
    `M${x} ${y - 1}V${y - (8.5 + Math.min(count - 1, 3) * 2) * unit}`;

const strokeOf = (isCounted: boolean) =>
    isCounted
        ? { stroke: 'var(--stripe)', strokeWidth: 2 }
        : { stroke: 'var(--text-3)', strokeWidth: 1.25, strokeDasharray: '2 2' };

function Bracket({ x, y, unit, opens }: { x: number; y: number; unit: number; opens: 1 | -1 }) {
    const half = 6.5 * unit;
    const foot = 3.5 * opens;
    return (
        <path
            d={`M${x + foot} ${y - half}H${x}V${y + half}H${x + foot}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.8}
        />
    );
}

function Roof({ x, y, unit }: { x: number; y: number; unit: number }) {
    const half = 5 * unit;
    return (
        <path
            d={`M${x - half} ${y + 2.5 * unit}L${x} ${y - 1.5 * unit}L${x + half} ${y + 2.5 * unit}`}
            fill="none"
            stroke="var(--stripe)"
            strokeWidth={1.8}
        />
    );
}

function Beyond({ x, y, way, count, unit }: { x: number; y: number; way: 1 | -1; count: number; unit: number }) {
    return (
        <g>
            <title>{t(way < 0 ? 'charts.belowTheFloor' : 'charts.aboveTheCeiling', { count })}</title>
            <path
                d={`M${x - 2 * way} ${y - 4 * unit}L${x + 2 * way} ${y}L${x - 2 * way} ${y + 4 * unit}`}
                fill="none"
                stroke="var(--stripe)"
                strokeWidth={1.8}
            />
            {count > 1 && (
                <text x={x} y={y - 6 * unit} textAnchor="middle" fontSize={9} fill="var(--text-2)">
                    {count}
                </text>
            )}
        </g>
    );
}

function Arrow({ from, to, y }: { from: number; to: number; y: number }) {
    if (Math.abs(to - from) < 3) return null;
    const way = to > from ? 1 : -1;
    return (
        <g stroke="var(--yours-ink)" fill="none" strokeWidth={1.2}>
            <line x1={from} x2={to} y1={y} y2={y} strokeDasharray="1.5 2" />
            <path d={`M${to - 3 * way} ${y - 2.5}L${to} ${y}L${to - 3 * way} ${y + 2.5}`} />
        </g>
    );
}

/** The nose is at x = 0; drawn facing left and turned where it faces right. */
const FISH = 'M0 0C3 -4.6 8.5 -4.6 11.5 -1L15.5 -3.6L14.4 0L15.5 3.6L11.5 1C8.5 4.6 3 4.6 0 0Z';

function Fish({
    nose,
    y,
    facing,
    unit,
    outline = false,
}: {
    nose: number;
    y: number;
    facing: 1 | -1;
    unit: number;
    outline?: boolean;
}) {
    return (
        <g
            transform={`translate(${nose} ${y}) scale(${-facing * unit} ${unit})`}
            data-testid={outline ? 'fish-proposed' : 'fish'}
        >
            <path
                d={FISH}
                fill={outline ? 'var(--sheet)' : 'var(--yours)'}
                stroke={outline ? 'var(--yours-ink)' : 'var(--fish-line)'}
                strokeWidth={1.2 / Math.sqrt(unit)}
                strokeLinejoin="round"
            />
            {!outline && <circle cx={3.4} cy={-0.9} r={0.8} fill="var(--fish-line)" />}
        </g>
    );
}
