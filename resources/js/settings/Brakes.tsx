import { t } from '@/messages/settings';
import type { Workspace } from '@/api/client';
import { useWaiting } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField } from '@/edit/fields';
import { percentReader, timeReader } from '@/edit/reading';
import { figure, optionalFigure, resolverOf } from '@/edit/schemas';
import { bothOrNone } from '@/edit/timeRange';
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
    share: t('settings.theShareOfListings'),
    move: t('settings.theSizeOfTheMove'),
    from: t('settings.theFirstHourWithoutSending'),
    to: t('settings.theLastHourWithoutSending'),
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
        saved: t('settings.saved'),
        fieldOf: (path) => FIELDS[path] ?? path,
    });
    return (
        <section>
            <h2 className="text-[17px]">{t('settings.brakesAndHours')}</h2>
            <p className="mt-0.5 mb-4 max-w-[68ch] text-text-2">{t('settings.aMistakeInACostOr')}</p>
            <EditForm
                edit={edit}
                save={t('settings.saveBrakes')}
                label={(path) => LABELS[path] ?? path}
                className="grid gap-5"
            >
                <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
                    <FigureField
                        name="share"
                        label={t('settings.aRunIsStoppedWhenMore')}
                        className="w-60"
                        unit="%"
                        reader={shareReader}
                        note={t('settings.ofItsListings')}
                    />
                    <FigureField
                        name="move"
                        label={t('settings.wouldMoveByMoreThan')}
                        className="w-60"
                        unit="%"
                        reader={moveReader}
                        note={t('settings.ofTheirPrice')}
                    />
                </div>
                <div>
                    <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
                        <FigureField
                            name="from"
                            label={t('settings.noPriceIsSentFrom')}
                            className="w-60"
                            reader={timeReader}
                            placeholder={t('settings.atAnyHour')}
                        />
                        <FigureField
                            name="to"
                            label={t('settings.to')}
                            className="w-60"
                            reader={timeReader}
                            placeholder={t('settings.atAnyHour')}
                        />
                    </div>
                    <p className="mt-1.5 max-w-[68ch] text-[12.5px] text-text-3">
                        {t('settings.bothEmptyPricesAreSentAt', {
                            timeZone: workspace.freeze?.time_zone ?? workspace.time_zone,
                            waiting: waiting > 0 && t('settings.pricesWaitNow', { waiting }),
                        })}
                    </p>
                </div>
            </EditForm>
        </section>
    );
}
