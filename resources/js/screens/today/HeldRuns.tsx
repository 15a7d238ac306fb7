import type { Run } from '@/api/client';
import { useWorkspace } from '@/api/queries';
import { Button } from '@/ui/Button';
import { ago, money, signedPercent } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Tick } from '@/ui/Tick';
import { Window } from '@/ui/Window';
import { CAUSES, count, reason } from '@/ui/words';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useHeldRuns, useResolveRun, useRun } from './queries';

/** Runs that a brake has stopped: nothing of them was sent. */
export function HeldRuns() {
    const runs = useHeldRuns();
    const [params, setParams] = useSearchParams();
    const open = Number(params.get('run') ?? 0);
    const show = (id: number | null) => setParams(id === null ? {} : { run: String(id) });
    if (runs.error && !runs.data) return <ProblemNotice error={runs.error} onRetry={() => void runs.refetch()} />;
    if (!runs.data || runs.data.length === 0) return null;
    return (
        <section aria-label="Stopped runs">
            <h2 className="mb-1.5 text-[17px]">{runs.data.length === 1 ? 'A run is stopped' : 'Runs are stopped'}</h2>
            <ul className="border border-line bg-sheet">
                {runs.data.map((run) => (
                    <li
                        key={run.id}
                        className="flex items-center gap-4 border-b border-l-4 border-line border-l-broken px-3 py-2.5 last:border-b-0"
                    >
                        <div className="min-w-0 flex-1">
                            <Says run={run} />
                        </div>
                        <Button look="main" onClick={() => show(run.id)}>
                            Look
                        </Button>
                    </li>
                ))}
            </ul>
            {open > 0 && <RunWindow id={open} onClose={() => show(null)} />}
        </section>
    );
}

function Says({ run }: { run: Run }) {
    const workspace = useWorkspace();
    return (
        <>
            {run.rule ? `“${run.rule}”` : 'A change of what prices come from'} would move {run.big_moves} of{' '}
            {count(run.total, 'listing', 'listings')} by more than {workspace.data?.brake_move_percent} %
            <span className="block text-[12.5px] text-text-2">
                Set off: {CAUSES[run.cause] ?? run.cause}, {ago(run.started_at)}.{' '}
                {run.cause === 'market' ? 'Since then nothing of this rule is sent.' : 'Nothing was sent.'}
            </span>
        </>
    );
}

function RunWindow({ id, onClose }: { id: number; onClose: () => void }) {
    const detail = useRun(id);
    const resolve = useResolveRun(id);
    const [pause, setPause] = useState(true);
    const run = detail.data?.run;
    const end = (words: string) => ({
        onSuccess: () => {
            toast(words);
            onClose();
        },
    });
    return (
        <Window open wide onClose={onClose} title="What the stopped run would do">
            {detail.error && !detail.data && (
                <ProblemNotice error={detail.error} onRetry={() => void detail.refetch()} />
            )}
            {run && detail.data && (
                <div className="grid gap-4">
                    <p>
                        <Says run={run} />
                    </p>
                    <table className="w-full">
                        <thead className="text-[12.5px] text-text-2">
                            <tr className="border-b border-line-2 text-right">
                                <th className="py-1.5 text-left font-medium">Its largest moves</th>
                                <th className="py-1.5 font-medium">now €</th>
                                <th className="py-1.5 font-medium">would be €</th>
                                <th className="py-1.5 font-medium">change</th>
                                <th className="py-1.5 pl-4 text-left font-medium">because</th>
                            </tr>
                        </thead>
                        <tbody>
                            {detail.data.largest.map((one) => (
                                <tr key={one.id} className="border-b border-line text-right">
                                    <td className="max-w-[300px] truncate py-1.5 text-left">
                                        {one.title} <span className="text-[12px] text-text-3">{one.sku}</span>
                                    </td>
                                    <td>{money(one.from)}</td>
                                    <td className="font-bold">{money(one.to)}</td>
                                    <td>{signedPercent(one.change_percent)}</td>
                                    <td className="pl-4 text-left text-[12.5px] text-text-2">{reason(one.reason)}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                    <p className="max-w-[68ch] text-text-2">
                        If a cost, a limit or a rival’s price is wrong, put that right and send nothing. If it is meant,
                        let it go on: each listing is decided again first, and goes out as it would be now.
                    </p>
                    {resolve.error && <ProblemNotice error={resolve.error} />}
                    <div className="flex flex-wrap items-center gap-3 border-t border-line pt-3">
                        <Button
                            look="main"
                            disabled={resolve.isPending}
                            onClick={() =>
                                resolve.mutate({ release: false, pause }, end('Nothing of that run is sent'))
                            }
                        >
                            Send nothing
                        </Button>
                        <label className="flex items-center gap-2">
                            <Tick checked={pause} onChange={setPause} label="Pause these listings" />
                            and pause these listings, until they are right
                        </label>
                        <Button
                            className="ml-auto"
                            disabled={resolve.isPending}
                            onClick={() => resolve.mutate({ release: true }, end('It goes on'))}
                        >
                            It is meant: let it go on
                        </Button>
                    </div>
                </div>
            )}
        </Window>
    );
}
