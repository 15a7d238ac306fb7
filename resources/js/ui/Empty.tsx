import type { ReactNode } from 'react';

/** What stands where a list has nothing to show: the next step. */
export function Empty({ title, more, children }: { title: string; more: string; children?: ReactNode }) {
    return (
        <div className="grid flex-1 place-content-center justify-items-center bg-sheet p-10 text-center">
            <h2 className="text-[17px]">{title}</h2>
            <p className="mt-1 max-w-[48ch] text-text-2">{more}</p>
            {children}
        </div>
    );
}
