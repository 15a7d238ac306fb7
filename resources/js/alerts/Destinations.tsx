import { t } from '@/messages/alerts';
import { said } from '@/messages/said';
import { api, take } from '@/api/client';
import { useChanged } from '@/api/keys';
import { ActionForm } from '@/edit/ActionForm';
import { SelectField, TextField } from '@/edit/fields';
import { resolverOf, text } from '@/edit/schemas';
import { Ago } from '@/ui/Ago';
import { Button } from '@/ui/Button';
import { Empty } from '@/ui/Empty';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Tick } from '@/ui/Tick';
import { Window } from '@/ui/Window';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import { toast } from 'sonner';
import { z } from 'zod';
import { useDeliveries, useDestinations, type Destination } from './queries';

const KINDS = [
    ['email', t('alerts.email')],
    ['chat', t('alerts.chat')],
    ['webhook', t('alerts.webhook')],
] as const;

const TEXT = '{"text": "{title}\\n{text}\\n{link}"}';
const BLOCKS =
    '{"blocks": [{"type": "header", "text": {"type": "plain_text", "text": "{title}"}}, {"type": "section", "text": {"type": "mrkdwn", "text": "{text}\\n{link}"}}]}';

const schema = z.object({
    kind: z.enum(['email', 'chat', 'webhook']),
    name: text(),
    address: text(2000),
    template: z.string(),
});

const FIRST: z.input<typeof schema> = { kind: 'email', name: '', address: '', template: TEXT };

/** Addresses, rooms and programs that messages are sent to. */
export function Destinations() {
    const destinations = useDestinations();
    const [isAdding, setAdding] = useState(false);
    const [secret, setSecret] = useState<string | null>(null);
    return (
        <main className="min-h-0 min-w-0 flex-1 overflow-auto bg-sheet">
            <div className="border-b border-line bg-paper px-[18px] py-2">
                <Button look="main" onClick={() => setAdding(true)}>
                    {t('alerts.addDestination')}
                </Button>
            </div>
            {secret && (
                <div className="p-3">
                    <Notice broken={false}>
                        {t('alerts.secret')} <code className="font-mono break-all select-all">{secret}</code>
                    </Notice>
                </div>
            )}
            {destinations.error && (
                <ProblemNotice error={destinations.error} onRetry={() => void destinations.refetch()} />
            )}
            {destinations.data?.length === 0 && (
                <Empty title={t('alerts.noDestinationsYet')} more={t('alerts.noDestinationsYetMore')} />
            )}
            <ul>
                {destinations.data?.map((one) => (
                    <Row key={one.id} destination={one} />
                ))}
            </ul>
            {isAdding && (
                <AddDestination
                    onClose={() => setAdding(false)}
                    onAdded={(made) => {
                        setSecret(made.secret);
                        setAdding(false);
                    }}
                />
            )}
        </main>
    );
}

function Row({ destination }: { destination: Destination }) {
    const changed = useChanged();
    const [isOpen, setOpen] = useState(false);
    const path = { params: { path: { id: destination.id } } };
    const tried = useMutation({
        mutationFn: () => take(api.POST('/api/v1/alert-destinations/{id}/try', path)),
        onSuccess: () => toast(t('alerts.tried')),
    });
    const pause = useMutation({
        meta: { failed: t('alerts.notSaved') },
        mutationFn: (is_paused: boolean) =>
            take(api.PATCH('/api/v1/alert-destinations/{id}', { ...path, body: { is_paused } })),
        onSuccess: () => changed('alerts'),
    });
    const summary = useMutation({
        meta: { failed: t('alerts.notSaved') },
        mutationFn: (gets_summary: boolean) =>
            take(api.PATCH('/api/v1/alert-destinations/{id}', { ...path, body: { gets_summary } })),
        onSuccess: () => changed('alerts'),
    });
    const lastWeek = useMutation({
        mutationFn: () => take(api.POST('/api/v1/alert-destinations/{id}/summary', path)),
        onSuccess: () => toast(t('alerts.summarySent')),
    });
    const failed = tried.error ?? lastWeek.error;
    const remove = useMutation({
        meta: { failed: t('alerts.notRemoved') },
        mutationFn: () => take(api.DELETE('/api/v1/alert-destinations/{id}', path)),
        onSuccess: () => {
            changed('alerts');
            toast(t('alerts.destinationRemoved'));
        },
    });
    return (
        <li className="border-b border-line px-[18px] py-2.5">
            <div className="flex flex-wrap items-center gap-3">
                <div className="min-w-0 flex-1 basis-[260px]">
                    <p className="truncate font-bold">{destination.name}</p>
                    <p className="truncate text-text-2">
                        {KINDS.find(([kind]) => kind === destination.kind)?.[1]} · {destination.address}
                    </p>
                </div>
                {destination.waiting > 0 && (
                    <p className="text-text-2">{t('alerts.waiting', { many: destination.waiting })}</p>
                )}
                <Button aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
                    {t('alerts.deliveries')}
                </Button>
                <Button disabled={tried.isPending} onClick={() => tried.mutate()}>
                    {t('alerts.tryIt')}
                </Button>
                <Button disabled={pause.isPending} onClick={() => pause.mutate(!destination.is_paused)}>
                    {destination.is_paused ? t('alerts.sendAgain') : t('alerts.pause')}
                </Button>
                <Button look="quiet" disabled={remove.isPending} onClick={() => remove.mutate()}>
                    {t('alerts.removeDestination')}
                </Button>
            </div>
            {destination.is_paused && (
                <div className="mt-2">
                    <Notice>
                        {t('alerts.paused')}
                        {destination.problem && `: ${said(destination.problem)}`}
                    </Notice>
                </div>
            )}
            {destination.kind === 'email' && (
                <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
                    <label className="flex items-center gap-2">
                        <Tick
                            checked={summary.isPending ? summary.variables : destination.gets_summary}
                            label={t('alerts.weeklySummaryTo', { name: destination.name })}
                            onChange={(on) => summary.mutate(on)}
                        />
                        {t('alerts.weeklySummary')}
                    </label>
                    <button
                        type="button"
                        disabled={lastWeek.isPending}
                        onClick={() => lastWeek.mutate()}
                        className="text-stripe underline underline-offset-2 disabled:text-text-3"
                    >
                        {t('alerts.sendLastWeek')}
                    </button>
                </div>
            )}
            {failed && (
                <div className="mt-2">
                    <ProblemNotice error={failed} />
                </div>
            )}
            {isOpen && <Deliveries destination={destination.id} />}
        </li>
    );
}

const STATES = {
    queued: t('alerts.stateQueued'),
    sending: t('alerts.stateSending'),
    delivered: t('alerts.stateDelivered'),
    failed: t('alerts.stateFailed'),
};

function Deliveries({ destination }: { destination: number }) {
    const deliveries = useDeliveries(destination);
    if (deliveries.data?.length === 0) return <p className="mt-2 text-text-2">{t('alerts.noDeliveries')}</p>;
    return (
        <ul className="mt-2 border-t border-line">
            {deliveries.data?.map((one) => (
                <li key={one.id} className="flex gap-3 border-b border-line py-1.5 text-[13px]">
                    <span className="min-w-0 flex-1 truncate">{one.title}</span>
                    <span className={one.state === 'failed' ? 'text-broken' : 'text-text-2'}>
                        {STATES[one.state]}
                        {one.attempts > 1 && `, ${t('alerts.attempts', { many: one.attempts })}`}
                        {one.problem && `: ${said(one.problem)}`}
                    </span>
                    <Ago time={one.settled_at ?? one.due_at} className="w-[110px] text-right text-text-3" />
                </li>
            ))}
        </ul>
    );
}

function AddDestination({ onClose, onAdded }: { onClose: () => void; onAdded: (made: Destination) => void }) {
    const changed = useChanged();
    const add = useMutation({
        mutationFn: ({ template, ...body }: z.output<typeof schema>) =>
            take(
                api.POST('/api/v1/alert-destinations', {
                    body: body.kind === 'chat' ? { ...body, template } : body,
                }),
            ),
        onSuccess: (made) => {
            changed('alerts');
            onAdded(made);
        },
    });
    return (
        <Window open onClose={onClose} title={t('alerts.addDestination')}>
            <ActionForm
                draft={FIRST}
                resolver={resolverOf(schema)}
                onSubmit={(wanted: z.output<typeof schema>) => add.mutate(wanted)}
                className="grid gap-3"
            >
                {(draft) => (
                    <>
                        <SelectField name="kind" label={t('alerts.kindOfDestination')} options={KINDS} />
                        <TextField name="name" label={t('alerts.name')} />
                        <TextField
                            name="address"
                            label={t('alerts.address')}
                            type={draft.kind === 'email' ? 'email' : 'url'}
                            placeholder={draft.kind === 'email' ? 'name@shop.example' : 'https://'}
                        />
                        {draft.kind === 'chat' && <Template />}
                        {add.error && <ProblemNotice error={add.error} />}
                        <div>
                            <Button type="submit" look="main" disabled={add.isPending}>
                                {t('alerts.saveDestination')}
                            </Button>
                        </div>
                    </>
                )}
            </ActionForm>
        </Window>
    );
}

function Template() {
    const { setValue } = useFormContext();
    return (
        <div>
            <TextField name="template" label={t('alerts.template')} spellCheck={false} />
            <p className="mt-1 flex flex-wrap items-center gap-2 text-[12.5px] text-text-3">
                {t('alerts.templateNote')}
                <Button onClick={() => setValue('template', TEXT)}>{t('alerts.templateText')}</Button>
                <Button onClick={() => setValue('template', BLOCKS)}>{t('alerts.templateBlocks')}</Button>
            </p>
        </div>
    );
}
