import { said } from '@/messages/said';
import { rich, t } from '@/messages/settings';
import { api, take, type Workspace } from '@/api/client';
import { useChanged } from '@/api/keys';
import { Ago } from '@/ui/Ago';
import { Button } from '@/ui/Button';
import { Failed } from '@/ui/Failed';
import { useMutation } from '@tanstack/react-query';
import { toast } from 'sonner';

/** How the last look at the published rates went, and a way to look now. */
export function FetchNow({ workspace }: { workspace: Workspace }) {
    const changed = useChanged();
    const fetchNow = useMutation({
        mutationFn: () => take(api.POST('/api/v1/rates/fetch')),
        onSuccess: ({ kept, used, asked }) => {
            changed('listings');
            toast(t('settings.ratesTaken', { kept, used, asked }));
        },
        onSettled: () => changed('workspace'),
    });
    return (
        <div className="mt-4 flex flex-wrap items-center gap-3">
            <Button disabled={fetchNow.isPending} onClick={() => fetchNow.mutate()}>
                {t('settings.fetchNow')}
            </Button>
            {workspace.rates_fetched_at && (
                <span className={workspace.rates_problem ? 'text-broken' : 'text-text-2'}>
                    {rich('settings.lastLook', { ago: <Ago time={workspace.rates_fetched_at} /> })}
                    {workspace.rates_problem && `: ${said(workspace.rates_problem)}`}
                </span>
            )}
            <Failed action={fetchNow} what={t('settings.ratesNotFetched')} />
        </div>
    );
}
