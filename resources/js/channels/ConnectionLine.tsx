import { said } from '@/messages/said';
import { t } from '@/messages/channels';
import { key } from '@/api/keys';
import { api, take, type Channel } from '@/api/client';
import { Button } from '@/ui/Button';
import { clock } from '@/ui/figures';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ChannelWindow } from './ChannelWindow';
import { useDrivers } from './connection';

/** Where a channel's prices go, and whether they get there. */
export function ConnectionLine({ channel }: { channel: Channel }) {
    const [isOpen, setOpen] = useState(false);
    const driver = useDrivers().data?.find((one) => one.name === channel.driver);
    const params = { path: { id: channel.id } };
    const attempt = useMutation({ mutationFn: () => take(api.POST('/api/v1/channels/{id}/try', { params })) });
    const renew = useMutation({ mutationFn: () => take(api.POST('/api/v1/channels/{id}/secret', { params })) });
    return (
        <div className="mt-2 grid gap-2">
            <div className="flex flex-wrap items-center gap-2 text-text-2">
                <span className="mr-1 break-all">
                    {t('channels.pricesGoTo', { destination: said(channel.destination) })}
                </span>
                <Button disabled={attempt.isPending} onClick={() => attempt.mutate()}>
                    {attempt.isPending ? t('channels.trying') : t('channels.tryIt')}
                </Button>
                <Button look="quiet" onClick={() => setOpen(true)}>
                    {t('channels.change')}
                </Button>
                {driver?.needs_secret && (
                    <Button look="quiet" disabled={renew.isPending} onClick={() => renew.mutate()}>
                        {t('channels.newSecret')}
                    </Button>
                )}
                {channel.has_files && <Files channel={channel} />}
            </div>
            {attempt.data && <Notice broken={!attempt.data.works}>{said(attempt.data.message)}</Notice>}
            {renew.data && (
                <Notice broken={false}>
                    {t('channels.theOldSecretHasEndedCopy')}{' '}
                    <code className="break-all select-all">{renew.data.secret}</code>
                </Notice>
            )}
            {(attempt.error ?? renew.error) && <ProblemNotice error={attempt.error ?? renew.error} />}
            {isOpen && <ChannelWindow channel={channel} onClose={() => setOpen(false)} />}
        </div>
    );
}

function Files({ channel }: { channel: Channel }) {
    return (
        <Popup
            label={t('channels.filesOf', { name: channel.name })}
            trigger={<Button look="quiet">{t('channels.files')}</Button>}
        >
            <FileList channel={channel} />
        </Popup>
    );
}

function FileList({ channel }: { channel: Channel }) {
    const files = useQuery({
        queryKey: key('files', channel.id),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/channels/{id}/files', { params: { path: { id: channel.id } }, signal })),
    });
    if (files.error && !files.data) return <ProblemNotice error={files.error} />;
    if (files.data?.length === 0) return <p className="text-text-2">{t('channels.noneYetNoPriceHasLeft')}</p>;
    return (
        <ul className="grid max-h-72 gap-1 overflow-auto">
            {files.data?.map((file) => (
                <li key={file.name}>
                    <a
                        className="text-stripe underline underline-offset-2"
                        href={`/api/v1/channels/${channel.id}/files/${file.name}`}
                    >
                        {clock(file.written_at)}
                    </a>
                    <span className="ml-2 text-text-3">
                        {t('channels.kb', { bytes: Math.ceil(file.bytes / 1024) })}
                    </span>
                </li>
            ))}
        </ul>
    );
}
