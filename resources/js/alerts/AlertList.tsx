import { t } from '@/messages/alerts';
import { Button } from '@/ui/Button';
import { Empty } from '@/ui/Empty';
import { clock } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Link } from 'react-router';
import { useAlerts, useChangeAlert, type Alert } from './queries';

const ABOUT: Record<Alert['scope'], string> = {
    all: t('alerts.aboutAll'),
    listing: t('alerts.aboutListing'),
    product: t('alerts.aboutProduct'),
    rule: t('alerts.aboutRule'),
    filter: t('alerts.aboutFilter'),
    rival: t('alerts.aboutRival'),
    site: t('alerts.aboutSite'),
    watch: t('alerts.aboutWatch'),
};

/** What someone has asked to be told. */
export function AlertList({ onNew }: { onNew: () => void }) {
    const alerts = useAlerts();
    return (
        <main className="flex min-h-0 min-w-0 flex-1 flex-col overflow-auto bg-sheet">
            {alerts.error && <ProblemNotice error={alerts.error} onRetry={() => void alerts.refetch()} />}
            {alerts.data?.length === 0 && (
                <Empty title={t('alerts.noAlerts')} more={t('alerts.noAlertsMore')}>
                    <Button look="main" className="mt-3" onClick={onNew}>
                        {t('alerts.newAlert')}
                    </Button>
                </Empty>
            )}
            <ul>
                {alerts.data?.map((alert) => (
                    <Row key={alert.id} alert={alert} />
                ))}
            </ul>
        </main>
    );
}

function Row({ alert }: { alert: Alert }) {
    const change = useChangeAlert(alert.id);
    const state = alert.is_paused
        ? t('alerts.paused')
        : alert.muted_until && new Date(alert.muted_until) > new Date()
          ? t('alerts.muted', { when: clock(alert.muted_until) })
          : t('alerts.told', { many: alert.told });
    return (
        <li className="flex items-center gap-3 border-b border-line px-[18px] py-2.5">
            <div className="min-w-0 flex-1">
                <Link
                    to={`/alerts?alert=${alert.id}`}
                    className="block truncate font-bold text-stripe underline underline-offset-2"
                >
                    {alert.name}
                </Link>
                <p className="truncate text-text-2">
                    {ABOUT[alert.scope]}
                    {alert.scope === 'filter' && ` “${(alert.filter?.q as string | undefined) ?? ''}”`}
                    {alert.scope_name && `: ${alert.scope_name}`}
                </p>
            </div>
            <p className="text-text-2">{state}</p>
            <Button
                disabled={change.isPending}
                onClick={() => change.mutate({ is_paused: !alert.is_paused, muted_until: null })}
            >
                {alert.is_paused ? t('alerts.resume') : t('alerts.pause')}
            </Button>
        </li>
    );
}
