import { t } from '@/messages/watching';
import { FigureInput } from '@/edit/FigureInput';
import { dateReader, isRead } from '@/edit/reading';
import { Button } from '@/ui/Button';
import { size, type Selection } from '@/ui/grid/selection';
import { Popup } from '@/ui/Popup';
import { Select } from '@/ui/Select';
import { useState } from 'react';
import { toast } from 'sonner';
import { useChangeWatches, useReadNow, useRemove, type WatchFilter } from './queries';
import { SCHEDULES } from './words';

interface Props {
    chosen: Selection;
    total: number;
    filter: WatchFilter;
    onNone: () => void;
}

/** What can be done with the chosen pages. */
export function WatchBulkBar({ chosen, total, filter, onNone }: Props) {
    const ids = [...chosen.ids];
    const meant = chosen.isAllBut ? { filter, except: ids } : { ids };
    const change = useChangeWatches(meant);
    const readNow = useReadNow(meant);
    const remove = useRemove(meant);
    const [isEnding, setEnding] = useState(false);
    const many = size(chosen, total);
    const done = { onSuccess: () => toast(t('watching.pagesChanged', { many })) };
    return (
        <div
            role="region"
            aria-label={t('watching.chosenPages')}
            className="flex min-h-[50px] shrink-0 flex-wrap items-center gap-2 border-b border-line bg-stripe-soft px-[18px] py-2"
        >
            <b className="mr-1">{t('watching.pagesChosen', { many })}</b>
            <Select
                hideLabel
                label={t('watching.schedule')}
                className="w-48"
                value=""
                options={[['', t('watching.schedule')], ...SCHEDULES.map(([name, says]) => [name, says] as const)]}
                onChange={(name) => {
                    const schedule = SCHEDULES.find(([one]) => one === name)?.[2];
                    if (schedule) change.mutate({ schedule }, done);
                }}
            />
            <Until onSet={(active_until) => change.mutate({ active_until }, done)} />
            <Button onClick={() => change.mutate({ is_paused: true }, done)}>{t('watching.pause')}</Button>
            <Button onClick={() => change.mutate({ is_paused: false }, done)}>{t('watching.resume')}</Button>
            <Button onClick={() => readNow.mutate(undefined)}>{t('watching.readNow')}</Button>
            <Popup
                label={t('watching.remove')}
                open={isEnding}
                onOpenChange={setEnding}
                trigger={<Button>{t('watching.remove')}</Button>}
            >
                <div className="grid w-[280px] gap-2.5">
                    <p>{t('watching.removeMany', { many })}</p>
                    <Button
                        look="main"
                        disabled={remove.isPending}
                        onClick={() =>
                            remove.mutate(undefined, {
                                onSuccess: () => {
                                    setEnding(false);
                                    onNone();
                                },
                            })
                        }
                    >
                        {t('watching.remove')}
                    </Button>
                </div>
            </Popup>
            <Button look="quiet" onClick={onNone}>
                {t('watching.clearSelection')}
            </Button>
        </div>
    );
}

/** The last day on which they are read. */
function Until({ onSet }: { onSet: (day: string | null) => void }) {
    const [isOpen, setOpen] = useState(false);
    const [text, setText] = useState('');
    const day = text.trim() === '' ? null : dateReader(text);
    const set = (value: string | null) => {
        onSet(value);
        setOpen(false);
        setText('');
    };
    return (
        <Popup
            label={t('watching.activeUntil')}
            open={isOpen}
            onOpenChange={setOpen}
            trigger={<Button>{t('watching.activeUntil')}</Button>}
        >
            <form
                className="grid w-[260px] gap-2.5"
                onSubmit={(event) => {
                    event.preventDefault();
                    if (day !== null && isRead(day)) set(day.value);
                }}
            >
                <FigureInput
                    label={t('watching.lastDay')}
                    reader={dateReader}
                    placeholder="31.12.2026"
                    value={text}
                    onChange={setText}
                />
                <div className="flex gap-2">
                    <Button look="main" type="submit" disabled={day === null || !isRead(day)}>
                        {t('watching.setDay')}
                    </Button>
                    <Button onClick={() => set(null)}>{t('watching.noEnd')}</Button>
                </div>
            </form>
        </Popup>
    );
}
