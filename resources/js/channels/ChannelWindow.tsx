import { said } from '@/messages/said';
import { t } from '@/messages/channels';
import { useChanged } from '@/api/keys';
import { api, take, type Channel, type ChannelDriver } from '@/api/client';
import { useChannels, useOwnCurrency } from '@/api/queries';
import { countries } from '@/ui/countries';
import { currencies } from '@/ui/currencies';
import { EditForm } from '@/edit/EditForm';
import { ChoicesField, SearchField, SelectField, TextField } from '@/edit/fields';
import { resolverOf, text } from '@/edit/schemas';
import { mayClose } from '@/edit/unsaved';
import { useEditForm } from '@/edit/useEditForm';
import { Button } from '@/ui/Button';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Window } from '@/ui/Window';
import { useState } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';
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

interface Connected {
    secret: string | null;
    driver: ChannelDriver;
    name: string;
}

const resolver = resolverOf(
    z.object({
        driver: z.string(),
        name: text(60),
        currency: z.string(),
        country: z.string(),
        copy_from: z.string(),
        settings: z.record(z.string(), z.string().optional()),
    }),
);

const LABELS: Record<string, string> = {
    driver: t('channels.kind'),
    name: t('channels.name'),
    country: t('channels.country'),
    currency: t('channels.currency'),
};

function ChannelForm({ drivers, channel, title, onClose }: FormProps) {
    const changed = useChanged();
    const channels = useChannels();
    const own = useOwnCurrency();
    const [connected, setConnected] = useState<Connected | null>(null);
    const named = (name: string) => drivers.find((one) => one.name === name) ?? drivers[0]!;
    const name = channel ? `connection ${channel.id}` : 'new channel';
    const edit = useEditForm({
        name,
        current: {
            driver: channel?.driver ?? drivers[0]?.name ?? '',
            name: channel?.name ?? '',
            currency: channel?.currency ?? own,
            country: channel?.country ?? '',
            copy_from: '',
            settings: connectionOf(channel),
        },
        version: channel?.revision,
        resolver,
        save: async (wanted, revision): Promise<Connected> => {
            const driver = named(wanted.driver);
            const settings = connectionSettings(driver, wanted.settings);
            if (channel) {
                const params = { path: { id: channel.id } };
                const body = { settings, revision };
                const { secret } = await take(api.PUT('/api/v1/channels/{id}/connection', { params, body }));
                return { secret, driver, name: wanted.name };
            }
            const copy_from = driver.brings_listings || wanted.copy_from === '' ? null : Number(wanted.copy_from);
            const { name, currency } = wanted;
            const body = { driver: driver.name, name, settings, copy_from, currency, country: wanted.country || null };
            return { ...(await take(api.POST('/api/v1/channels', { body }))), driver, name: wanted.name };
        },
        onSaved: (became) => {
            changed('workspace', 'facets', 'imports');
            if (became.secret === null || !became.driver.needs_secret) {
                toast(t(channel ? 'channels.saved' : 'channels.isConnected', { name: became.name }));
                onClose();
            } else setConnected(became);
        },
        onConflict: () => changed('workspace'),
        isKept: false,
    });
    const close = () => void mayClose(name).then((may) => may && onClose());
    if (connected?.secret)
        return (
            <Window
                open
                onClose={onClose}
                title={channel ? title : t('channels.isConnected2', { name: connected.name })}
            >
                <div className="grid gap-4">
                    <Notice broken={false}>
                        {t('channels.messagesAreSignedWithThis', {
                            channel: channel && t('channels.theAddressIsOnAnother'),
                        })}{' '}
                        <code className="break-all select-all">{connected.secret}</code>
                    </Notice>
                    <div>
                        <Button look="main" onClick={onClose}>
                            {t('channels.done')}
                        </Button>
                    </div>
                </div>
            </Window>
        );
    const driver = named(edit.values.driver);
    const labelOf = (path: string) => {
        const field = driver.fields.find((one) => `settings.${one.name}` === path);
        return field ? said(field.label) : (LABELS[path] ?? path);
    };
    return (
        <Window open onClose={close} title={title}>
            <EditForm
                edit={edit}
                save={channel ? t('channels.save') : t('channels.connect')}
                label={labelOf}
                isNew={channel === null}
                className="grid gap-4"
                buttons={
                    <Button look="quiet" onClick={close}>
                        {t('channels.cancel')}
                    </Button>
                }
            >
                {!channel && (
                    <>
                        <ChoicesField
                            name="driver"
                            label={t('channels.kind')}
                            options={drivers.map((one) => [one.name, said(one.label)] as const)}
                        />
                        <TextField name="name" label={t('channels.name')} maxLength={60} />
                        <div className="grid grid-cols-2 items-start gap-3">
                            <SearchField
                                name="country"
                                label={LABELS.country!}
                                options={[['', t('channels.noCountry')], ...countries()]}
                            />
                            <SearchField name="currency" label={LABELS.currency!} options={currencies()} />
                        </div>
                        {edit.values.currency !== own && (
                            <p className="text-text-2">
                                {t('channels.anotherCurrency', { currency: edit.values.currency, own })}
                            </p>
                        )}
                    </>
                )}
                <ConnectionFields driver={driver} isKnown={channel !== null} />
                {!channel && !driver.brings_listings && (
                    <SelectField
                        name="copy_from"
                        label={t('channels.listingsThere')}
                        options={[
                            ['', t('channels.noneYetIAddThemBy')],
                            ...(channels.data ?? [])
                                .filter((other) => other.currency === edit.values.currency)
                                .map(
                                    (other) =>
                                        [
                                            String(other.id),
                                            t('channels.theSameAsOnAtIts', { name: other.name }),
                                        ] as const,
                                ),
                        ]}
                    />
                )}
                {!channel && driver.brings_listings && (
                    <p className="text-text-2">{t('channels.yourListingsThereAre')}</p>
                )}
            </EditForm>
        </Window>
    );
}
