import { said } from '@/messages/said';
import { t } from '@/messages/channels';
import { whole } from '@/ui/figures';
import type { Channel, ChannelImport } from '@/api/client';
import { useImports } from '@/api/queries';
import { clock } from '@/ui/figures';

const STEPS: Record<ChannelImport['step'], string> = {
    subscribe: t('channels.askingToBeToldOfChanges'),
    listings: t('channels.bringingInListings'),
    offers: t('channels.lookingAtRivalsOffers'),
    history: t('channels.bringingInPastDays'),
};

/** How far bringing in a new channel has got; nothing where none is under way. */
export function ImportProgress({ channel }: { channel: Channel }) {
    const running = useImports().data?.find((one) => one.channel_id === channel.id && one.is_first);
    if (!running) return null;
    const figures = whole(running.done);
    return (
        <div className="mt-2 grid max-w-md gap-1" role="status">
            <p className="text-text-2">
                {STEPS[running.step]}
                {running.done > 0 &&
                    (running.total === null
                        ? `: ${figures}`
                        : t('channels.of', { figures, total: whole(running.total) }))}
            </p>
            {running.total !== null && (
                <progress
                    className="progress h-1.5 w-full"
                    aria-label={STEPS[running.step]}
                    value={Math.min(running.done, running.total)}
                    max={running.total}
                />
            )}
            {running.problem && (
                <p className="text-[12.5px] text-text-3">
                    {t('channels.itGoesOnAtWhereIt', { dueAt: clock(running.due_at), problem: said(running.problem) })}
                </p>
            )}
        </div>
    );
}
