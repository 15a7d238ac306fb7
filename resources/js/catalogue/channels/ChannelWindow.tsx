import { api, Problem, take, type Channel } from '@/api/client';
import { useChannels } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Choices } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Window } from '@/ui/Window';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { connectionBody, connectionOf, KINDS, type Kind } from './connection';
import { ConnectionFields } from './ConnectionFields';

/** Connects a channel, or changes how one is reached. */
export function ChannelWindow({ channel, onClose }: { channel: Channel | null; onClose: () => void }) {
    const client = useQueryClient();
    const channels = useChannels();
    const [kind, setKind] = useState<Kind>(channel?.kind ?? 'file');
    const [name, setName] = useState(channel?.name ?? '');
    const [connection, setConnection] = useState(() => connectionOf(channel));
    const [copyFrom, setCopyFrom] = useState('');
    const isSource = kind === 'marketplace' || kind === 'shop';
    const save = useMutation({
        mutationFn: async (): Promise<string | null> => {
            if (channel) {
                const params = { path: { id: channel.id } };
                await take(
                    api.PUT('/api/v1/channels/{id}/connection', { params, body: connectionBody(kind, connection) }),
                );
                return null;
            }
            const copy_from = isSource || copyFrom === '' ? null : Number(copyFrom);
            const body = { kind, name, ...connectionBody(kind, connection), copy_from };
            return (await take(api.POST('/api/v1/channels', { body }))).secret;
        },
        onSuccess: (secret) => {
            for (const key of ['channels', 'listings', 'facets']) void client.invalidateQueries({ queryKey: [key] });
            if (secret === null || kind !== 'webhook') {
                toast(channel ? `${channel.name}: saved.` : `${name} is connected.`);
                onClose();
            }
        },
    });
    const problem = save.error instanceof Problem ? save.error : null;
    if (save.data)
        return (
            <Window open onClose={onClose} title={`${name} is connected`}>
                <div className="grid gap-4">
                    <Notice broken={false}>
                        Messages are signed with this secret. Copy it now, it is not shown again:{' '}
                        <code className="break-all select-all">{save.data}</code>
                    </Notice>
                    <div>
                        <Button look="main" onClick={onClose}>
                            Done
                        </Button>
                    </div>
                </div>
            </Window>
        );
    return (
        <Window open onClose={onClose} title={channel ? `How ${channel.name} is reached` : 'Connect a channel'}>
            <form
                className="grid gap-4"
                onSubmit={(event) => {
                    event.preventDefault();
                    save.mutate();
                }}
            >
                {!channel && (
                    <>
                        <Choices label="It is" value={kind} options={KINDS} onChange={setKind} />
                        <Field
                            label="Name"
                            required
                            maxLength={60}
                            value={name}
                            onChange={(event) => setName(event.target.value)}
                            error={problem?.at('name')}
                        />
                    </>
                )}
                <ConnectionFields
                    kind={kind}
                    value={connection}
                    onChange={setConnection}
                    problem={problem}
                    isKnown={channel !== null}
                />
                {!channel && !isSource && (
                    <Select
                        label="Listings there"
                        value={copyFrom}
                        options={[
                            ['', 'none yet; I add them by file or by hand'],
                            ...(channels.data ?? []).map(
                                (other) => [String(other.id), `the same as on ${other.name}, at its prices`] as const,
                            ),
                        ]}
                        onChange={setCopyFrom}
                    />
                )}
                {!channel && isSource && (
                    <p className="text-text-2">
                        Your listings there are brought in after this; new products they name are added.
                    </p>
                )}
                {problem && Object.keys(problem.errors).length === 0 && <ProblemNotice error={problem} />}
                <div className="flex gap-2">
                    <Button look="main" type="submit" disabled={save.isPending}>
                        {channel ? 'Save' : 'Connect'}
                    </Button>
                    <Button look="quiet" onClick={onClose}>
                        Cancel
                    </Button>
                </div>
            </form>
        </Window>
    );
}
