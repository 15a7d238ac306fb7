import { useWorkspace } from '@/api/queries';
import type { Batch } from '@/api/client';
import { Button } from '@/ui/Button';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { percent, whole } from '@/ui/figures';
import { Tick } from '@/ui/Tick';
import { Window } from '@/ui/Window';
import { count } from '@/ui/words';
import { useState } from 'react';
import { BatchRows } from './BatchRows';
import { useBatch, useMoveBatch } from './queries';
import { sum } from './words';

interface Props {
    id: string;
    onClose: () => void;
    /** Back to the columns of the file. */
    onColumns: (importId: string) => void;
}

/** A change to many listings: how far it is, what it does row by row, and what can be done with it now. */
export default function BatchWindow({ id, onClose, onColumns }: Props) {
    const batch = useBatch(id);
    return (
        <Window open onClose={onClose} title={batch.data?.title ?? 'Bulk change'} wide>
            {batch.error && !batch.data && <ProblemNotice error={batch.error} onRetry={() => void batch.refetch()} />}
            {batch.data && <Body batch={batch.data} onClose={onClose} onColumns={onColumns} />}
        </Window>
    );
}

function Body({ batch, onClose, onColumns }: { batch: Batch } & Omit<Props, 'id'>) {
    return (
        <div className="grid gap-3">
            <Standing batch={batch} />
            {batch.problem && <Notice>{batch.problem}</Notice>}
            {batch.state === 'planned' && <Effect batch={batch} />}
            {batch.state !== 'planning' && <BatchRows batch={batch} />}
            <Actions batch={batch} onClose={onClose} onColumns={onColumns} />
        </div>
    );
}

const WORK: Partial<Record<Batch['state'], string>> = {
    planning: 'Working out what it would do',
    applying: 'Making the changes',
    undoing: 'Taking them back',
};

function Standing({ batch }: { batch: Batch }) {
    const work = WORK[batch.state];
    if (work) {
        return (
            <div role="status">
                <p>
                    <b>{work}</b>: {whole(batch.done)} of {whole(batch.total)}
                </p>
                <progress
                    value={batch.done}
                    max={Math.max(1, batch.total)}
                    aria-label={work}
                    className="progress mt-1.5 block h-1.5 w-full"
                />
                <p className="mt-1.5 text-text-2">
                    You can close this window: it goes on by itself and is found again under “Bulk changes”.
                </p>
            </div>
        );
    }
    const says = {
        planned: 'Nothing is changed yet.',
        applied: 'Done.',
        undone: 'Taken back: everything is as it was.',
        failed: 'It stopped before its end.',
    }[batch.state as 'planned' | 'applied' | 'undone' | 'failed'];
    return (
        <p role="status">
            <b>{says}</b> Of {count(batch.total, 'row', 'rows')}, {sum(batch)}.
            {batch.left > 0 && (
                <>
                    {' '}
                    {count(batch.left, 'row was', 'rows were')} left as someone made {batch.left === 1 ? 'it' : 'them'}{' '}
                    meanwhile.
                </>
            )}
        </p>
    );
}

/** What it does to floors: the part that costs money when it is wrong. */
function Effect({ batch }: { batch: Batch }) {
    const moved = [
        batch.floors_up > 0 && count(batch.floors_up, 'floor rises', 'floors rise'),
        batch.floors_down > 0 && count(batch.floors_down, 'floor falls', 'floors fall'),
    ].filter(Boolean);
    if (moved.length === 0) return null;
    return (
        <p className="text-text-2">
            {moved.join(', ')}.
            {batch.below_floor > 0 &&
                ` ${count(batch.below_floor, 'listing is', 'listings are')} priced below the new floor; where a rule is on, ${batch.below_floor === 1 ? 'it goes' : 'they go'} up to it at once.`}
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
                    <b>{count(batch.floors_beyond, 'floor moves', 'floors move')}</b> by more than{' '}
                    {percent(workspace.data?.floor_alarm_percent ?? '20')}. A wrong file or a typing error looks like
                    this.
                    <label className="mt-1.5 flex items-center gap-2">
                        <Tick checked={seen} onChange={setSeen} label="I have looked at them; it is meant" />I have
                        looked at them; it is meant
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
                        {batch.state === 'failed' ? 'Go on' : `Make ${count(many, 'change', 'changes')}`}
                    </Button>
                )}
                {batch.state === 'applied' && (
                    <Button look="main" onClick={onClose}>
                        Close
                    </Button>
                )}
                {batch.state === 'applied' && many > batch.left && (
                    <Button disabled={move.isPending} onClick={() => move.mutate({ undo: true })}>
                        Undo
                    </Button>
                )}
                {batch.import_id && batch.state === 'planned' && (
                    <Button onClick={() => onColumns(batch.import_id!)}>Change the columns</Button>
                )}
                {batch.refused > 0 && batch.state !== 'planning' && (
                    <a
                        href={`/api/v1/batches/${batch.id}/refused`}
                        download
                        className="ml-auto text-stripe underline underline-offset-2"
                    >
                        Refused rows as a file
                    </a>
                )}
            </div>
        </div>
    );
}
