import { said } from '@/messages/said';
import { t } from '@/messages/bulk';
import { useWorkspace } from '@/api/queries';
import type { Batch } from '@/api/client';
import { Button } from '@/ui/Button';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { percent, whole } from '@/ui/figures';
import { Tick } from '@/ui/Tick';
import { Window } from '@/ui/Window';
import { useState } from 'react';
import { BatchRows } from './BatchRows';
import { useBatch, useMoveBatch } from './queries';
import { sum } from './words';

interface Props {
    id: string;
    onClose: () => void;
    /** Back to the columns of the file. */
    onColumns: (importId: string, kind: Batch['kind']) => void;
}

/** A change to many listings: how far it is, what it does row by row, and what can be done with it now. */
export default function BatchWindow({ id, onClose, onColumns }: Props) {
    const batch = useBatch(id);
    return (
        <Window open onClose={onClose} title={batch.data ? said(batch.data.title) : t('bulk.bulkChange')} wide>
            {batch.error && !batch.data && <ProblemNotice error={batch.error} onRetry={() => void batch.refetch()} />}
            {batch.data && <Body batch={batch.data} onClose={onClose} onColumns={onColumns} />}
        </Window>
    );
}

function Body({ batch, onClose, onColumns }: { batch: Batch } & Omit<Props, 'id'>) {
    return (
        <div className="grid gap-3">
            <Standing batch={batch} />
            {batch.problem && <Notice>{said(batch.problem)}</Notice>}
            {batch.state === 'planned' && <Effect batch={batch} />}
            {batch.state !== 'planning' && <BatchRows batch={batch} />}
            <Actions batch={batch} onClose={onClose} onColumns={onColumns} />
        </div>
    );
}

const WORK: Partial<Record<Batch['state'], string>> = {
    planning: t('bulk.workingOutWhatItWouldDo'),
    applying: t('bulk.makingTheChanges'),
    undoing: t('bulk.takingThemBack'),
};

function Standing({ batch }: { batch: Batch }) {
    const work = WORK[batch.state];
    if (work) {
        return (
            <div role="status">
                <p>
                    <b>{work}</b>
                    {t('bulk.of', { done: whole(batch.done), total: whole(batch.total) })}
                </p>
                <progress
                    value={batch.done}
                    max={Math.max(1, batch.total)}
                    aria-label={work}
                    className="progress mt-1.5 block h-1.5 w-full"
                />
                <p className="mt-1.5 text-text-2">{t('bulk.youCanCloseThisWindowIt')}</p>
            </div>
        );
    }
    const says = {
        planned: t('bulk.nothingIsChangedYet'),
        applied: t('bulk.done'),
        undone: t('bulk.takenBackEverythingIsAsIt'),
        failed: t('bulk.itStoppedBeforeItsEnd'),
    }[batch.state as 'planned' | 'applied' | 'undone' | 'failed'];
    return (
        <p role="status">
            <b>{says}</b> {t('bulk.ofRows', { total: batch.total, batch: sum(batch) })}
            {batch.left > 0 && <> {t('bulk.rowsWereLeftAsSomeoneMade', { left: batch.left })}</>}
        </p>
    );
}

/** What it does to floors: the part that costs money when it is wrong. */
function Effect({ batch }: { batch: Batch }) {
    const moved = [
        batch.floors_up > 0 && t('bulk.floorsRise', { floorsUp: batch.floors_up }),
        batch.floors_down > 0 && t('bulk.floorsFall', { floorsDown: batch.floors_down }),
    ].filter(Boolean);
    if (moved.length === 0) return null;
    return (
        <p className="text-text-2">
            {moved.join(', ')}.
            {batch.below_floor > 0 && t('bulk.listingsArePricedBelowThe', { many: batch.below_floor })}
        </p>
    );
}

function Actions({ batch, onClose, onColumns }: { batch: Batch } & Omit<Props, 'id'>) {
    const move = useMoveBatch(batch.id);
    const workspace = useWorkspace();
    const [seen, setSeen] = useState(false);
    const many = batch.change + batch.create;
    const asks = batch.state === 'planned' && batch.floors_beyond > 0;
    return (
        <div className="grid gap-3">
            {asks && (
                <Notice>
                    <b>{t('bulk.floorsMove', { floorsBeyond: batch.floors_beyond })}</b>{' '}
                    {t('bulk.byMoreThanAWrongFile', {
                        floorAlarmPercent: percent(workspace.data?.floor_alarm_percent ?? '20'),
                    })}
                    <label className="mt-1.5 flex items-center gap-2">
                        <Tick checked={seen} onChange={setSeen} label={t('bulk.iHaveLookedAtThemIt')} />
                        {t('bulk.iHaveLookedAtThemIt')}
                    </label>
                </Notice>
            )}
            {move.error && <ProblemNotice error={move.error} />}
            <div className="flex flex-wrap items-center gap-2">
                {(batch.state === 'planned' || batch.state === 'failed') && many > 0 && (
                    <Button
                        look="main"
                        disabled={move.isPending || (asks && !seen)}
                        onClick={() => move.mutate({ undo: false, confirmed: seen })}
                    >
                        {batch.state === 'failed' ? t('bulk.goOn') : t('bulk.makeChanges', { many })}
                    </Button>
                )}
                {batch.state === 'applied' && (
                    <Button look="main" onClick={onClose}>
                        {t('bulk.close')}
                    </Button>
                )}
                {batch.state === 'applied' && many > batch.left && (
                    <Button disabled={move.isPending} onClick={() => move.mutate({ undo: true })}>
                        {t('bulk.undo')}
                    </Button>
                )}
                {batch.import_id && batch.state === 'planned' && (
                    <Button onClick={() => onColumns(batch.import_id!, batch.kind)}>
                        {t('bulk.changeTheColumns')}
                    </Button>
                )}
                {batch.refused > 0 && batch.state !== 'planning' && (
                    <a
                        href={`/api/v1/batches/${batch.id}/refused`}
                        download
                        className="ml-auto text-stripe underline underline-offset-2"
                    >
                        {t('bulk.refusedRowsAsAFile')}
                    </a>
                )}
            </div>
        </div>
    );
}
