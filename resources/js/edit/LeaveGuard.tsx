import { t } from '@/messages/message';
import { Button } from '@/ui/Button';
import { Window } from '@/ui/Window';
import { useEffect } from 'react';
import { useBlocker } from 'react-router';
import { discardUnsaved, hasUnsaved, useHasUnsaved, useQuestion } from './unsaved';

/** Asks before unsaved changes are left: by going to another place, closing a window, or closing the tab. */
export function LeaveGuard() {
    const isUnsaved = useHasUnsaved();
    const question = useQuestion();
    const blocker = useBlocker(
        ({ currentLocation, nextLocation }) => currentLocation.pathname !== nextLocation.pathname && hasUnsaved(),
    );
    useEffect(() => {
        if (!isUnsaved) return;
        const ask = (event: BeforeUnloadEvent) => event.preventDefault();
        window.addEventListener('beforeunload', ask);
        return () => window.removeEventListener('beforeunload', ask);
    }, [isUnsaved]);
    if (question === null && blocker.state !== 'blocked') return null;
    const stay = () => (question ? question.answer(false) : blocker.reset?.());
    const leave = () => {
        if (question) return question.answer(true);
        discardUnsaved();
        blocker.proceed?.();
    };
    return (
        <Window open onClose={stay} title={t('edit.leaveWithoutSaving')}>
            <p className="mb-4 text-text-2">{t('edit.yourChangesAreNotSavedYet')}</p>
            <div className="flex gap-2">
                <Button look="main" onClick={stay}>
                    {t('edit.stay')}
                </Button>
                <Button onClick={leave}>{t('edit.leaveWithoutSaving2')}</Button>
            </div>
        </Window>
    );
}
