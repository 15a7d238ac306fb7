import { at } from '@/edit/merge';
import { Tick } from '@/ui/Tick';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { RuleFigure, useRuleWriting } from '../RuleWriting';
import { textAt } from '../ruleDraft';

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
        <div className="flex min-h-8 items-start gap-2">
            <label className="flex items-center gap-2 pt-1.5">
                <Tick checked={on} onChange={onChange} label={label} />
                {label}
            </label>
            {children}
        </div>
    );
}

/** A figure of the rule that is asked for or not. */
export function OptionalFigure({
    path,
    label,
    unit,
    usual,
    className = 'w-20',
}: {
    path: string;
    label: string;
    unit?: string;
    /** What it starts from. */
    usual: string;
    className?: string;
}) {
    const { draft, set } = useRuleWriting();
    const isOn = at(draft, path) !== undefined;
    return (
        <Line on={isOn} label={label} onChange={(on) => set(path, on ? usual : undefined)}>
            {isOn && <RuleFigure path={path} label={label} unit={unit} className={className} />}
        </Line>
    );
}

/** What a seller, or a list of them, is typed into. */
export const useRuleText = (path: string) => {
    const { draft, set, errors } = useRuleWriting();
    return { value: textAt(draft, path), onChange: (text: string) => set(path, text), error: errors[path] };
};

/** Words around fields, in one line where there is room. */
export const Row = ({ children }: { children: ReactNode }) => (
    <div className="flex flex-wrap items-start gap-x-2 gap-y-1 [&>span]:pt-1.5">{children}</div>
);

export function TakeAway({ label, onClick }: { label: string; onClick: () => void }) {
    return (
        <button
            type="button"
            aria-label={label}
            onClick={onClick}
            className="mt-1 rounded p-1 text-text-3 hover:text-text"
        >
            <X size={15} />
        </button>
    );
}
