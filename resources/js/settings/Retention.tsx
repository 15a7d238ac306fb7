import { t } from '@/messages/settings';
import { key } from '@/api/keys';
import { api, take } from '@/api/client';
import { ProblemNotice } from '@/ui/Notice';
import { useQuery } from '@tanstack/react-query';

/** For how long things are kept; whoever runs the installation sets it. */
export function Retention() {
    const kept = useQuery({
        queryKey: key('retention'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/retention', { signal })),
        staleTime: Infinity,
    });
    return (
        <section>
            <h2 className="text-[17px]">{t('settings.howLongThingsAreKept')}</h2>
            <p className="mt-1 mb-3 max-w-[60ch] text-text-2">{t('settings.whatIsOlderIsRemovedEach')}</p>
            {kept.error && !kept.data && <ProblemNotice error={kept.error} onRetry={() => void kept.refetch()} />}
            <dl className="grid max-w-md gap-y-1.5">
                {kept.data?.map((one) => (
                    <div key={one.what} className="flex justify-between gap-6 border-b border-line pb-1.5">
                        <dt>{one.what}</dt>
                        <dd className="whitespace-nowrap text-text-2">{t('settings.days', { days: one.days })}</dd>
                    </div>
                ))}
            </dl>
        </section>
    );
}
