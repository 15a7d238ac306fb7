import { said } from '@/messages/said';
import { t } from '@/messages/channels';
import { useSaid } from '@/api/said';
import { useChanged } from '@/api/keys';
import { api, Problem, take, type Channel, type ChannelDriver } from '@/api/client';
import { useChannels } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Choices } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Window } from '@/ui/Window';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { connectionOf, connectionSettings, useDrivers } from './connection';
import { ConnectionFields } from './ConnectionFields';

/** Connects a channel, or changes how one is reached. */
export function ChannelWindow({ channel, onClose }: { channel: Channel | null; onClose: () => void }) {
    const drivers = useDrivers();
    const title = channel ? t('channels.howIsReached', { name: channel.name }) : t('channels.connectAChannel');
    if (drivers.data) return <ChannelForm drivers={drivers.data} channel={channel} title={title} onClose={onClose} />;
    return (
        <Window open onClose={onClose} title={title}>
            {drivers.error ? (
                <ProblemNotice error={drivers.error} />
            ) : (
                <p className="text-text-2">{t('channels.loading')}</p>
            )}
        </Window>
    );
}

interface FormProps {
    drivers: ChannelDriver[];
    channel: Channel | null;
    title: string;
    onClose: () => void;
}

function ChannelForm({ drivers, channel, title, onClose }: FormProps) {
    const changed = useChanged();
    const channels = useChannels();
    const [driverName, setDriverName] = useState(channel?.driver ?? drivers[0]?.name ?? '');
    const [name, setName] = useState(channel?.name ?? '');
    const [connection, setConnection] = useState(() => connectionOf(channel));
    const [copyFrom, setCopyFrom] = useState('');
    const driver = drivers.find((one) => one.name === driverName) ?? drivers[0];
    const save = useMutation({
        mutationFn: async (driver: ChannelDriver): Promise<string | null> => {
            const settings = connectionSettings(driver, connection);
            if (channel) {
                const params = { path: { id: channel.id } };
                return (await take(api.PUT('/api/v1/channels/{id}/connection', { params, body: { settings } }))).secret;
            }
            const copy_from = driver.brings_listings || copyFrom === '' ? null : Number(copyFrom);
            const body = { driver: driver.name, name, settings, copy_from };
            return (await take(api.POST('/api/v1/channels', { body }))).secret;
        },
        onSuccess: (secret) => {
            changed('workspace', 'facets', 'imports');
            if (secret === null || !driver?.needs_secret) {
                toast(channel ? t('channels.saved', { name: channel.name }) : t('channels.isConnected', { name }));
                onClose();
            }
        },
    });
    const problem = save.error instanceof Problem ? save.error : null;
    useSaid(save.error);
    if (driver === undefined) return null;
    if (save.data)
        return (
            <Window open onClose={onClose} title={channel ? title : t('channels.isConnected2', { name })}>
                <div className="grid gap-4">
                    <Notice broken={false}>
                        {t('channels.messagesAreSignedWithThis', {
                            channel: channel && t('channels.theAddressIsOnAnother'),
                        })}{' '}
                        <code className="break-all select-all">{save.data}</code>
                    </Notice>
                    <div>
                        <Button look="main" onClick={onClose}>
                            {t('channels.done')}
                        </Button>
                    </div>
                </div>
            </Window>
        );
    return (
        <Window open onClose={onClose} title={title}>
            <form
                className="grid gap-4"
                onSubmit={(event) => {
                    event.preventDefault();
                    save.mutate(driver);
                }}
            >
                {!channel && (
                    <>
                        <Choices
                            label={t('channels.kind')}
                            value={driver.name}
                            options={drivers.map((one) => [one.name, said(one.label)] as const)}
                            onChange={setDriverName}
                        />
                        <Field
                            label={t('channels.name')}
                            required
                            maxLength={60}
                            value={name}
                            onChange={(event) => setName(event.target.value)}
                            error={problem?.at('name')}
                        />
                    </>
                )}
                <ConnectionFields
                    driver={driver}
                    value={connection}
                    onChange={setConnection}
                    problem={problem}
                    isKnown={channel !== null}
                />
                {!channel && !driver.brings_listings && (
                    <Select
                        label={t('channels.listingsThere')}
                        value={copyFrom}
                        options={[
                            ['', t('channels.noneYetIAddThemBy')],
                            ...(channels.data ?? []).map(
                                (other) =>
                                    [String(other.id), t('channels.theSameAsOnAtIts', { name: other.name })] as const,
                            ),
                        ]}
                        onChange={setCopyFrom}
                    />
                )}
                {!channel && driver.brings_listings && (
                    <p className="text-text-2">{t('channels.yourListingsThereAre')}</p>
                )}
                {save.error && (!problem || Object.keys(problem.errors).length === 0) && (
                    <ProblemNotice error={save.error} />
                )}
                <div className="flex gap-2">
                    <Button look="main" type="submit" disabled={save.isPending}>
                        {channel ? t('channels.save') : t('channels.connect')}
                    </Button>
                    <Button look="quiet" onClick={onClose}>
                        {t('channels.cancel')}
                    </Button>
                </div>
            </form>
        </Window>
    );
}
