import { t } from '@/messages/message';
import { Tick } from '@/ui/Tick';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp } from 'lucide-react';
import type { ReactNode } from 'react';

export interface Head {
    id: string;
    name: ReactNode;
    isRight: boolean;
    sorted: 'ascending' | 'descending' | 'none' | null;
    onSort: () => void;
    onGrip: ((event: unknown) => void) | null;
    /** Clears what is left of the table while one scrolls sideways. */
    className?: string;
}

interface Props {
    heads: Head[];
    ticks?: { checked: boolean | 'indeterminate'; onChange: (on: boolean) => void; label: string };
}

export const GridHead = ({ heads, ticks }: Props) => (
    <div role="rowgroup" className="sticky top-0 z-10 border-b border-line-2 bg-sheet">
        <div
            role="row"
            aria-rowindex={1}
            className="grid min-h-[46px] grid-cols-(--columns) items-center bg-inherit text-[12.5px] text-text-2"
        >
            {ticks && (
                <div
                    role="columnheader"
                    aria-label={t('ui.choose')}
                    className="sticky left-0 z-[1] flex h-full items-center bg-inherit pl-4"
                >
                    <Tick {...ticks} />
                </div>
            )}
            {heads.map((head) => (
                <HeadCell key={head.id} {...head} />
            ))}
        </div>
    </div>
);

function HeadCell({ name, isRight, sorted, onSort, onGrip, className }: Head) {
    return (
        <div
            role="columnheader"
            aria-sort={sorted ?? undefined}
            className={clsx('relative px-2 leading-tight font-medium', isRight && 'text-right', className)}
        >
            {sorted === null ? (
                name
            ) : (
                <button
                    type="button"
                    onClick={onSort}
                    className={clsx(
                        'relative inline-block hover:text-text',
                        isRight ? 'text-right' : 'text-left',
                        sorted !== 'none' && 'text-text',
                    )}
                >
                    {name}
                    {sorted !== 'none' && (
                        <span
                            aria-hidden="true"
                            className={clsx('absolute top-1/2 -translate-y-1/2', isRight ? '-left-3.5' : '-right-3.5')}
                        >
                            {sorted === 'ascending' ? <ArrowUp size={12} /> : <ArrowDown size={12} />}
                        </span>
                    )}
                </button>
            )}
            {onGrip && (
                <span
                    aria-hidden="true"
                    onMouseDown={onGrip}
                    onTouchStart={onGrip}
                    className="absolute -inset-y-1 right-0 w-2 cursor-col-resize touch-none rounded hover:bg-line-2"
                />
            )}
        </div>
    );
}
