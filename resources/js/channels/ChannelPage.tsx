import { said } from '@/messages/said';
import { rich, t } from '@/messages/channels';
import { Ago } from '@/ui/Ago';
import { useChanged } from '@/api/keys';
import { api, take, type Channel } from '@/api/client';
import { useWaiting } from '@/api/queries';
import { Failed } from '@/ui/Failed';
import { clock } from '@/ui/figures';
import { Notice } from '@/ui/Notice';
import { Toggle } from '@/ui/Toggle';
import { useMutation } from '@tanstack/react-query';
import { ChannelTerms } from './ChannelTerms';
import { ConnectionLine } from './ConnectionLine';
import { ImportProgress } from './ImportProgress';

/** One channel: its switch, how it is doing, where its prices go, its fees and tax. */
export function ChannelPage({ channel }: { channel: Channel }) {
    const changed = useChanged();
    const turn = useMutation({
        mutationFn: (automation_on: boolean) =>
            take(api.PATCH('/api/v1/channels/{id}', { params: { path: { id: channel.id } }, body: { automation_on } })),
        onSuccess: () => {
            changed('workspace');
        },
    });
    return (
        <div className="grid gap-7">
            <section>
                <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
                    <h2 className="text-[17px]">{channel.name}</h2>
                    <Toggle
                        on={channel.automation_on}
                        onChange={(on) => turn.mutate(on)}
                        label={t('channels.pricesFor', { name: channel.name })}
                        words={[t('channels.pricesAreSent'), t('channels.nothingIsSent')]}
                        disabled={turn.isPending}
                    />
                    {channel.synced_at && (
                        <span className="text-text-3">
                            {rich('channels.listingsImported', { ago: <Ago time={channel.synced_at} /> })}
                        </span>
                    )}
                </div>
                <Failed action={turn} what={t('channels.couldNotBeSwitched', { name: channel.name })} />
                {!channel.automation_on && <WhatWaits channel={channel} />}
                {channel.problem && (
                    <div className="mt-2">
                        <Notice>
                            {said(channel.problem)}{' '}
                            {channel.rests_until
                                ? t('channels.itIsLeftAloneUntilAnd', { restsUntil: clock(channel.rests_until) })
                                : t('channels.itIsTriedAgainByItself')}
                        </Notice>
                    </div>
                )}
                <ImportProgress channel={channel} />
                <ConnectionLine channel={channel} />
            </section>
            <ChannelTerms key={channel.id} channel={channel} />
        </div>
    );
}

/** What waits because a channel is switched off. */
function WhatWaits({ channel }: { channel: Channel }) {
    const waiting = useWaiting('switch', channel.id);
    return (
        <p className="mt-1 text-text-2">
            {waiting > 0
                ? t('channels.pricesWaitRulesKeepThemUp', { waiting })
                : t('channels.noPriceWaitsWhatIsDecided')}
        </p>
    );
}
