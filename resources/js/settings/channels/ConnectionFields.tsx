import { said } from '@/messages/said';
import { t } from '@/messages/channels';
import { api, take, type ChannelDriver, type ConnectionField, type Problem } from '@/api/client';
import { Button } from '@/ui/Button';
import { Choices } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { ProblemNotice } from '@/ui/Notice';
import { useMutation } from '@tanstack/react-query';
import { useId } from 'react';
import { chosen, fieldsThatApply, type Connection } from './connection';

interface Props {
    driver: ChannelDriver;
    value: Connection;
    onChange: (value: Connection) => void;
    problem: Problem | null;
    /** Whether there is one already: then secrets may be left empty. */
    isKnown: boolean;
}

/** What has to be known to reach a channel of that kind: the fields that its driver lists. */
export function ConnectionFields({ driver, value, onChange, problem, isKnown }: Props) {
    return (
        <>
            {fieldsThatApply(driver, value).map((field) => (
                <ConnectionInput
                    key={field.name}
                    field={field}
                    value={chosen(driver, value, field.name)}
                    onChange={(text) => onChange({ ...value, [field.name]: text })}
                    error={problem?.at(`settings.${field.name}`)}
                    isKnown={isKnown}
                    server={{ host: value.host ?? '', port: value.port ?? '' }}
                />
            ))}
        </>
    );
}

interface InputProps {
    field: ConnectionField;
    value: string;
    onChange: (text: string) => void;
    error: string | undefined;
    isKnown: boolean;
    server: { host: string; port: string };
}

const TYPES: Partial<Record<ConnectionField['type'], string>> = { secret: 'password', email: 'email' };

function ConnectionInput({ field, value, onChange, error, isKnown, server }: InputProps) {
    const id = useId();
    const label = said(field.label);
    const isSecret = field.type === 'secret' || field.type === 'secret_text';
    const placeholder = isSecret && isKnown ? t('channels.unchanged') : (field.placeholder ?? undefined);
    const options = field.options.map((one) => [one.value, said(one.label)] as const);
    if (field.type === 'choice') return <Choices label={label} value={value} options={options} onChange={onChange} />;
    if (field.type === 'secret_text')
        return (
            <div>
                <label className="mb-1 block text-text-2" htmlFor={id}>
                    {label}
                </label>
                <textarea
                    id={id}
                    rows={2}
                    value={value}
                    placeholder={placeholder}
                    onChange={(event) => onChange(event.target.value)}
                    className="w-full rounded-md border border-line-2 bg-sheet px-2.5 py-1.5 font-mono text-[12px]"
                />
                {error && <p className="mt-1 text-[12.5px] text-broken">{error}</p>}
            </div>
        );
    const input = (
        <Field
            label={field.is_required || isSecret ? label : t('channels.optional', { label })}
            type={TYPES[field.type] ?? 'text'}
            value={value}
            placeholder={placeholder}
            onChange={(event) => onChange(event.target.value)}
            error={error}
            autoComplete={isSecret ? 'new-password' : 'off'}
            spellCheck={false}
            className="grow"
        />
    );
    if (field.type !== 'fingerprint') return input;
    return (
        <div className="grid gap-2">
            {input}
            <HostKey server={server} onRead={onChange} />
        </div>
    );
}

/** Reads the key that the server shows, for a person to compare with what its operator says. */
function HostKey({
    server,
    onRead,
}: {
    server: { host: string; port: string };
    onRead: (fingerprint: string) => void;
}) {
    const read = useMutation({
        mutationFn: () => {
            const port = server.port === '' ? null : Number(server.port);
            return take(api.POST('/api/v1/channels/host-key', { body: { host: server.host, port } }));
        },
        onSuccess: ({ fingerprint }) => onRead(fingerprint),
    });
    return (
        <div className="grid gap-2">
            <div>
                <Button disabled={server.host === '' || read.isPending} onClick={() => read.mutate()}>
                    {read.isPending ? t('channels.askingTheServer') : t('channels.readItFromTheServer')}
                </Button>
            </div>
            {read.isSuccess && <p className="text-[12.5px] text-text-2">{t('channels.compareItWithThe')}</p>}
            {read.error && <ProblemNotice error={read.error} />}
        </div>
    );
}
