import { t } from '@/messages/message';
import { Button } from '@/ui/Button';
import { clock } from '@/ui/figures';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { at } from './merge';
import type { Edit } from './useEditForm';

interface Props {
    edit: Edit;
    /** What a path of the draft is called. */
    label: (path: string) => string;
    /** A value in words. */
    show?: (value: unknown, path: string) => string;
}

const plain = (value: unknown): string => {
    if (value === null || value === undefined || value === '') return t('edit.empty');
    if (typeof value === 'boolean') return t(value ? 'common.on' : 'common.off');
    return typeof value === 'string' ? value : JSON.stringify(value);
};

/** What is to be known of a form besides its fields: work brought back, what others changed, what failed. */
export function EditNotes({ edit, label, show = plain }: Props) {
    const isRestored = edit.restored !== null && edit.isDirty;
    const hasProblem = edit.problem !== null && edit.problem !== undefined;
    if (!isRestored && !hasProblem && edit.conflicts.length === 0) return null;
    return (
        <div className="col-span-full grid gap-2">
            {isRestored && (
                <Notice broken={false}>
                    {t('edit.yourChangesOfWereNotSaved', { restored: clock(edit.restored ?? '') })}{' '}
                    <button type="button" className="text-stripe underline underline-offset-2" onClick={edit.discard}>
                        {t('edit.discardThem')}
                    </button>
                </Notice>
            )}
            {edit.conflicts.map((path) => (
                <Notice key={path}>
                    <b>{t('edit.wasChangedBySomeoneElse', { path: label(path) })}</b>
                    <dl className="my-1 grid grid-cols-[auto_1fr] gap-x-3">
                        <dt className="text-text-2">{t('edit.yours')}</dt>
                        <dd>{show(at(edit.values, path), path)}</dd>
                        <dt className="text-text-2">{t('edit.theirs')}</dt>
                        <dd>{show(at(edit.theirs, path), path)}</dd>
                    </dl>
                    <div className="flex gap-2">
                        <Button onClick={() => edit.choose(path, 'mine')}>{t('edit.keepMine')}</Button>
                        <Button onClick={() => edit.choose(path, 'theirs')}>{t('edit.takeTheirs')}</Button>
                    </div>
                </Notice>
            ))}
            {hasProblem && <ProblemNotice error={edit.problem} />}
        </div>
    );
}
