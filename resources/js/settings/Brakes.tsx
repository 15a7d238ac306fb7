import type { Workspace } from '@/api/client';
import { useWaiting } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField } from '@/edit/fields';
import { percentReader, timeReader } from '@/edit/reading';
import { figure, optionalFigure, resolverOf } from '@/edit/schemas';
import { bothOrNone } from '@/edit/timeRange';
import { count } from '@/ui/words';
import { z } from 'zod';
import { useWorkspaceEdit } from './useWorkspaceEdit';

const shareReader = percentReader({ max: 100 });
const moveReader = percentReader({ max: 900 });

const resolver = resolverOf(
    z
        .object({
            share: figure(shareReader),
            move: figure(moveReader),
            from: optionalFigure(timeReader),
            to: optionalFigure(timeReader),
        })
        .superRefine(bothOrNone('from', 'to')),
);

const FIELDS: Record<string, string> = {
    brake_listings_percent: 'share',
    brake_move_percent: 'move',
    'freeze.from': 'from',
    'freeze.to': 'to',
};

const LABELS: Record<string, string> = {
    share: 'The share of listings',
    move: 'The size of the move',
    from: 'The first hour without sending',
    to: 'The last hour without sending',
};

/** What stops a run, and hours in which no price is sent. */
export function Brakes({ workspace }: { workspace: Workspace }) {
    const waiting = useWaiting('hours');
    const edit = useWorkspaceEdit({
        name: 'brakes',
        workspace,
        current: {
            share: workspace.brake_listings_percent,
            move: workspace.brake_move_percent,
            from: workspace.freeze?.from ?? '',
            to: workspace.freeze?.to ?? '',
        },
        resolver,
        change: ({ share, move, from, to }) => ({
            brake_listings_percent: share,
            brake_move_percent: move,
            freeze: from !== null && to !== null ? { from, to } : null,
        }),
        saved: 'Saved',
        fieldOf: (path) => FIELDS[path] ?? path,
    });
    return (
        <section>
            <h2 className="text-[17px]">Brakes and hours</h2>
            <p className="mt-0.5 mb-4 max-w-[68ch] text-text-2">
                A mistake in a cost or a rival’s price should not move everything at once. A run that would is stopped
                before anything is sent, until you have looked at it.
            </p>
            <EditForm edit={edit} save="Save brakes" label={(path) => LABELS[path] ?? path} className="grid gap-5">
                <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
                    <FigureField
                        name="share"
                        label="A run is stopped when more than"
                        className="w-60"
                        unit="%"
                        reader={shareReader}
                        note="of its listings"
                    />
                    <FigureField
                        name="move"
                        label="would move by more than"
                        className="w-60"
                        unit="%"
                        reader={moveReader}
                        note="of their price"
                    />
                </div>
                <div>
                    <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
                        <FigureField
                            name="from"
                            label="No price is sent from"
                            className="w-60"
                            reader={timeReader}
                            placeholder="at any hour"
                        />
                        <FigureField
                            name="to"
                            label="to"
                            className="w-60"
                            reader={timeReader}
                            placeholder="at any hour"
                        />
                    </div>
                    <p className="mt-1.5 max-w-[68ch] text-[12.5px] text-text-3">
                        {workspace.freeze?.time_zone ?? workspace.time_zone}. Both empty: prices are sent at any hour.
                        What is decided meanwhile waits, and is checked once more before it is sent.
                        {waiting > 0 && ` ${count(waiting, 'price waits', 'prices wait')} now.`}
                    </p>
                </div>
            </EditForm>
        </section>
    );
}
