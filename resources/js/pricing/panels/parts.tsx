import { Tick } from '@/ui/Tick';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';

/** Something that is wanted or not, with its figure beside it. */
export function Line({
    on,
    label,
    onChange,
    children,
}: {
    on: boolean;
    label: string;
    onChange: (on: boolean) => void;
    children?: ReactNode;
}) {
    return (
        <div className="flex min-h-8 items-center gap-2">
            <label className="flex items-center gap-2">
                <Tick checked={on} onChange={onChange} label={label} />
                {label}
            </label>
            {children}
        </div>
    );
}

export function WithFigure({
    label,
    unit,
    value,
    usual,
    wide = false,
    onChange,
}: {
    label: string;
    unit?: string;
    value: string | undefined;
    usual: string;
    wide?: boolean;
    onChange: (value: string | undefined) => void;
}) {
    return (
        <Line on={value !== undefined} label={label} onChange={(on) => onChange(on ? usual : undefined)}>
            {value !== undefined && (
                <input
                    aria-label={`${label}${unit ? `, in ${unit}` : ''}`}
                    inputMode={wide ? undefined : 'decimal'}
                    value={value}
                    onChange={(event) => onChange(event.target.value)}
                    className={`h-7 rounded-md border border-line-2 bg-sheet px-1.5 ${wide ? 'w-44' : 'w-16 text-right'}`}
                />
            )}
            {value !== undefined && unit}
        </Line>
    );
}

/** One figure of several in a row. */
export function Figure({
    label,
    value,
    onChange,
    unit,
    className = 'w-20',
}: {
    label: string;
    value: string;
    onChange: (value: string) => void;
    unit?: string;
    className?: string;
}) {
    return (
        <span className="flex items-center gap-1">
            <input
                aria-label={label}
                inputMode="decimal"
                value={value}
                onChange={(event) => onChange(event.target.value)}
                className={`h-8 rounded-md border border-line-2 bg-sheet px-2 text-right ${className}`}
            />
            {unit}
        </span>
    );
}

export function TakeAway({ label, onClick }: { label: string; onClick: () => void }) {
    return (
        <button type="button" aria-label={label} onClick={onClick} className="rounded p-1 text-text-3 hover:text-text">
            <X size={15} />
        </button>
    );
}

export const PanelError = ({ says }: { says?: string }) =>
    says ? <p className="text-[12.5px] text-broken">{says}</p> : null;

/** What people write of a whole number; what is none is kept until the server says so. */
export const whole = (text: string | undefined) =>
    text === undefined ? undefined : /^\d{1,6}$/.test(text.trim()) ? Number(text) : (text as unknown as number);

/** "a, b" → ["a", "b"]. */
export const listed = (text: string) =>
    text
        .split(/[,;\n]+/)
        .map((one) => one.trim())
        .filter(Boolean);

/** Without the fields that are undefined: a document says only what is wanted. */
export const said = <T extends object>(fields: T): T =>
    Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as T;
