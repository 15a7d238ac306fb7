import { t } from '@/messages/today';
import type { Run } from '@/api/client';
import { useOwnCurrency, useWorkspace } from '@/api/queries';
import { Button } from '@/ui/Button';
import { ago, clock, exactPercent, money, signedPercent, symbol, whole, priced } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Tick } from '@/ui/Tick';
import { Window } from '@/ui/Window';
import { cause, reason } from '@/ui/words';
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
        <section aria-label={t('today.stoppedRuns')}>
            <h2 className="mb-1.5 text-[17px]">{t('today.runStopped', { many: runs.data.length })}</h2>
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
                            {t('common.look')}
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
            {t('today.runWouldMove', {
                hasRule: run.rule ? 'yes' : 'no',
                rule: run.rule,
                moves: whole(run.big_moves),
                total: run.total,
                percent: exactPercent(workspace.data?.brake_move_percent ?? ''),
            })}
            <span className="block text-[12.5px] text-text-2" title={clock(run.started_at)}>
                {t('today.setOff', {
                    cause: cause(run.cause),
                    time: ago(run.started_at),
                    sinceThen: run.cause === 'market' ? 'yes' : 'no',
                })}
            </span>
        </>
    );
}

function RunWindow({ id, onClose }: { id: number; onClose: () => void }) {
    const detail = useRun(id);
    const resolve = useResolveRun(id);
    const [pause, setPause] = useState(true);
    const sign = symbol(useOwnCurrency());
    const run = detail.data?.run;
    const end = (words: string) => ({
        onSuccess: () => {
            toast(words);
            onClose();
        },
    });
    return (
        <Window open wide onClose={onClose} title={t('today.runTitle')}>
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
                                <th className="py-1.5 text-left font-medium">{t('today.runMoves')}</th>
                                <th className="py-1.5 font-medium">{t('today.runNow', { symbol: sign })}</th>
                                <th className="py-1.5 font-medium">{t('today.runThen', { symbol: sign })}</th>
                                <th className="py-1.5 font-medium">{t('today.runChange')}</th>
                                <th className="py-1.5 pl-4 text-left font-medium">{t('today.runReason')}</th>
                            </tr>
                        </thead>
                        <tbody>
                            {detail.data.largest.map((one) => (
                                <tr key={one.id} className="border-b border-line text-right">
                                    <td className="max-w-[300px] truncate py-1.5 text-left">
                                        {one.title} <span className="text-[12px] text-text-3">{one.sku}</span>
                                    </td>
                                    <td>{money(one.from)}</td>
                                    <td className="font-bold">{priced(one.to, one.currency)}</td>
                                    <td>{signedPercent(one.change_percent)}</td>
                                    <td className="pl-4 text-left text-[12.5px] text-text-2">{reason(one.reason)}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                    <p className="max-w-[68ch] text-text-2">{t('today.runAdvice')}</p>
                    {resolve.error && <ProblemNotice error={resolve.error} />}
                    <div className="flex flex-wrap items-center gap-3 border-t border-line pt-3">
                        <Button
                            look="main"
                            disabled={resolve.isPending}
                            onClick={() => resolve.mutate({ release: false, pause }, end(t('today.nothingSent')))}
                        >
                            {t('today.sendNothing')}
                        </Button>
                        <label className="flex items-center gap-2">
                            <Tick checked={pause} onChange={setPause} label={t('today.pauseThese')} />
                            {t('today.pauseUntilRight')}
                        </label>
                        <Button
                            className="ml-auto"
                            disabled={resolve.isPending}
                            onClick={() => resolve.mutate({ release: true }, end(t('today.goesOn')))}
                        >
                            {t('today.letGoOn')}
                        </Button>
                    </div>
                </div>
            )}
        </Window>
    );
}
