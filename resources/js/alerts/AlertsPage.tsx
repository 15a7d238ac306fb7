import { t } from '@/messages/alerts';
import { useUnreadAlerts } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { TopBar } from '@/ui/TopBar';
import { clsx } from 'clsx';
import { lazy, Suspense } from 'react';
import { Link, useSearchParams } from 'react-router';
import { AlertList } from './AlertList';
import { isPlain } from './conditions';
import { Destinations } from './Destinations';
import { MessageList } from './MessageList';
import { useAlerts, useRemoveAlert } from './queries';

const AlertEditor = lazy(() => import('./AlertEditor'));

type View = 'messages' | 'alerts' | 'destinations';

/** What was told, what is to be told, and where it goes. */
export default function AlertsPage() {
    const [params, setParams] = useSearchParams();
    const view = (params.get('view') ?? 'messages') as View;
    const editing = params.get('alert');
    const unread = useUnreadAlerts();
    const views: [View, string][] = [
        ['messages', unread > 0 ? t('alerts.messagesUnread', { many: unread }) : t('alerts.messages')],
        ['alerts', t('alerts.whatYouAskedFor')],
        ['destinations', t('alerts.destinations')],
    ];
    const create = () => setParams({ alert: 'new' });
    return (
        <>
            <TopBar title={t('alerts.title')} note={t('alerts.note')}>
                <Button look="main" onClick={create}>
                    {t('alerts.newAlert')}
                </Button>
            </TopBar>
            <nav
                aria-label={t('alerts.views')}
                className="flex min-h-[50px] shrink-0 items-center gap-1 border-b border-line px-[18px]"
            >
                {views.map(([name, says]) => (
                    <button
                        key={name}
                        type="button"
                        aria-current={editing === null && view === name ? 'page' : undefined}
                        onClick={() => setParams(name === 'messages' ? {} : { view: name })}
                        className={clsx(
                            'h-8 rounded-md px-2.5',
                            editing === null && view === name
                                ? 'bg-stripe-soft font-bold'
                                : 'text-text-2 hover:text-text',
                        )}
                    >
                        {says}
                    </button>
                ))}
            </nav>
            {editing !== null && <Editing key={editing} id={editing} />}
            {editing === null && view === 'messages' && <MessageList onNew={create} />}
            {editing === null && view === 'alerts' && <AlertList onNew={create} />}
            {editing === null && view === 'destinations' && <Destinations />}
        </>
    );
}

function Editing({ id }: { id: string }) {
    const [params, setParams] = useSearchParams();
    const alerts = useAlerts();
    const remove = useRemoveAlert(() => setParams({ view: 'alerts' }));
    const alert = alerts.data?.find((one) => one.id === Number(id)) ?? null;
    // What a new one is about, by the place that asked for it.
    const scope = (['listing', 'site', 'watch'] as const).find((one) => params.has(one));
    if (id !== 'new' && alert === null) return null;
    return (
        <>
            <p className="flex items-center gap-4 border-b border-line px-[18px] py-2">
                <Link to="/alerts?view=alerts" className="text-stripe underline underline-offset-2">
                    {t('alerts.backToAlerts')}
                </Link>
                {alert && (
                    <Button look="quiet" disabled={remove.isPending} onClick={() => remove.mutate(alert.id)}>
                        {t('alerts.remove')}
                    </Button>
                )}
            </p>
            {alert && !isPlain(alert.condition) ? (
                <div className="p-4">
                    <Notice broken={false}>{t('alerts.madeByProgram')}</Notice>
                </div>
            ) : (
                <Suspense fallback={null}>
                    <AlertEditor
                        alert={alert}
                        about={scope ? { scope, id: params.get(scope)!, title: params.get('title') ?? '' } : null}
                        onSaved={(saved) => setParams({ alert: String(saved) })}
                    />
                </Suspense>
            )}
        </>
    );
}
