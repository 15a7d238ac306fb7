import { useChangeWorkspace, useWorkspace } from '@/api/queries';
import { Popup } from '@/ui/Popup';
import { Toggle } from '@/ui/Toggle';
import type { ReactNode } from 'react';

/** The head of a place: its name, one line about it, its actions, and the main switch. */
export function TopBar({ title, note, children }: { title: string; note?: ReactNode; children?: ReactNode }) {
    return (
        <header className="flex h-[52px] shrink-0 items-center gap-3 border-b border-line px-[18px]">
            <h1 className="text-[22px] whitespace-nowrap">{title}</h1>
            <p className="min-w-0 truncate text-text-2">{note}</p>
            <div className="ml-auto flex items-center gap-2.5">
                <MainSwitch />
                {children}
            </div>
        </header>
    );
}

function MainSwitch() {
    const workspace = useWorkspace();
    const change = useChangeWorkspace();
    if (!workspace.data) return null;
    const on = workspace.data.repricing_on;
    return (
        <Popup
            label="Repricing"
            align="end"
            trigger={
                <button
                    type="button"
                    className="flex h-8 items-center gap-2 rounded-full border border-line-2 bg-sheet px-3 whitespace-nowrap"
                >
                    <span
                        aria-hidden="true"
                        className={
                            on
                                ? 'size-2 rounded-full bg-yours ring-1 ring-ink'
                                : 'size-2 rounded-full ring-1 ring-text-3'
                        }
                    />
                    {on ? 'Repricing runs' : 'Repricing is off'}
                </button>
            }
        >
            <div className="grid w-64 gap-2">
                <Toggle
                    on={on}
                    onChange={(next) => change.mutate({ repricing_on: next })}
                    label="Repricing for everything"
                    words={['Runs for everything that is switched on', 'Off for everything']}
                    disabled={change.isPending}
                />
                <p className="text-[12.5px] text-text-3">
                    Off takes effect before the next price is sent. Prices already sent stay as they are.
                </p>
            </div>
        </Popup>
    );
}
