import { said } from '@/messages/said';
import { rich, t } from '@/messages/changes';
import { Ago } from '@/ui/Ago';
import { key } from '@/api/keys';
import { api, take, type Run } from '@/api/client';
import { Button } from '@/ui/Button';
import { clock } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { Tick } from '@/ui/Tick';
import { whole } from '@/ui/figures';
import { cause } from '@/ui/words';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { undoneInWords, useUndoRun } from './useUndo';

const STATES: Record<Run['state'], string> = {
    deciding: t('changes.beingDecided'),
    held: t('changes.stoppedByTheBrake'),
    released: '',
    discarded: t('changes.nothingOfItWasSent'),
    failed: t('changes.stoppedByAnError'),
};

const OUTCOMES: Record<string, string> = {
    change: t('changes.tallyChange'),
    keep: t('changes.tallyStay'),
    review: t('changes.waitForYou'),
    skipped: t('changes.tallySkipped'),
    blocked: t('changes.cannotBePriced'),
    idle: t('changes.notRepriced'),
};

const isBeingUndone = (run: Run) => run.undo != null && run.undo.finished_at === null;

/** Passes over listings: what set them off, how far they are, what came out. */
export function Runs({ onShow }: { onShow: (id: number) => void }) {
    const runs = useQuery({
        queryKey: key('runs', 'all'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/runs', { signal })),
        refetchInterval: (query) =>
            query.state.data?.some((run) => run.state === 'deciding' || isBeingUndone(run)) ? 1_000 : false,
    });
    if (runs.error && !runs.data) return <ProblemNotice error={runs.error} onRetry={() => void runs.refetch()} />;
    return (
        <main className="min-h-0 flex-1 overflow-auto bg-sheet">
            {runs.data?.length === 0 && (
                <p className="p-14 text-center text-text-2">{t('changes.noRuleHasRunYetSwitch')}</p>
            )}
            <ul>
                {runs.data?.map((run) => (
                    <Line key={run.id} run={run} onShow={onShow} />
                ))}
            </ul>
        </main>
    );
}

function Line({ run, onShow }: { run: Run; onShow: (id: number) => void }) {
    const outcomes = Object.entries(run.outcomes)
        .filter(([, many]) => many > 0)
        .map(([outcome, many]) => `${whole(many)} ${OUTCOMES[outcome] ?? outcome}`);
    return (
        <li className="grid grid-cols-[150px_minmax(180px,1fr)_minmax(200px,1.2fr)_190px] items-center gap-4 border-b border-line px-[22px] py-2.5">
            <span className="text-text-2">{clock(run.started_at)}</span>
            <span>
                {run.rule ?? t('changes.allRules')}: {cause(run.cause)}
                <span className="block text-[12.5px] text-text-3">
                    {t('changes.runListings', { id: run.id, total: run.total })}
                </span>
            </span>
            <span>
                {run.finished_at === null ? (
                    <progress
                        max={run.total}
                        value={run.done}
                        aria-label={t('changes.run', { id: run.id })}
                        className="progress h-1.5 w-full"
                    />
                ) : (
                    outcomes.join(', ') ||
                    (run.big_moves > 0
                        ? t('changes.largeMovesInTenMinutes', { bigMoves: run.big_moves })
                        : t('changes.nothing'))
                )}
                {(run.problem || STATES[run.state]) && (
                    <span className="block text-[12.5px] text-broken">
                        {run.problem ? said(run.problem) : STATES[run.state]}
                    </span>
                )}
                {run.undo && <Undoing id={run.id} undo={run.undo} />}
            </span>
            <span className="flex items-center justify-end gap-2">
                {run.state === 'held' && (
                    <Link to={`/today?run=${run.id}`} className="text-stripe underline underline-offset-2">
                        {t('changes.look')}
                    </Link>
                )}
                {run.moves > 0 && (run.cause !== 'market' || run.state !== 'released') && (
                    <>
                        <Button onClick={() => onShow(run.id)}>{t('changes.itsChanges')}</Button>
                        {run.state === 'released' && !isBeingUndone(run) && <Undo run={run} />}
                    </>
                )}
            </span>
        </li>
    );
}

function Undoing({ id, undo: { total, changes, finished_at } }: { id: number; undo: NonNullable<Run['undo']> }) {
    if (finished_at !== null)
        return (
            <span className="block text-[12.5px] text-text-2">
                {rich('changes.takenBack', { ago: <Ago time={finished_at} />, changes: undoneInWords(changes) })}
            </span>
        );
    return (
        <span className="block text-[12.5px] text-text-2">
            {t('changes.beingTakenBack')}
            <progress
                max={total}
                value={changes.withdrawn + changes.returning + changes.moved_on + changes.left}
                aria-label={t('changes.undoOfRun', { id })}
                className="progress mt-1 block h-1.5 w-full"
            />
        </span>
    );
}

function Undo({ run }: { run: Run }) {
    const [pause, setPause] = useState(true);
    const undo = useUndoRun(run.id);
    return (
        <Popup label={t('changes.undoRun', { id: run.id })} align="end" trigger={<Button>{t('changes.undo')}</Button>}>
            <div className="grid w-72 gap-2.5">
                <p>{t('changes.whatHasNotBeenSentIs')}</p>
                <label className="flex items-center gap-2">
                    <Tick checked={pause} onChange={setPause} label={t('changes.pauseItsListings')} />
                    {t('changes.pauseItsListingsSoThatThe')}
                </label>
                {undo.error && <ProblemNotice error={undo.error} />}
                <Button look="main" disabled={undo.isPending} onClick={() => undo.mutate(pause)}>
                    {t('changes.takeChangesBack', { moves: run.moves })}
                </Button>
            </div>
        </Popup>
    );
}
