import { said } from '@/messages/said';
import { t } from '@/messages/channels';
import { api, take, type ChannelDriver, type ConnectionField } from '@/api/client';
import { ChoicesField, FieldError, TextField } from '@/edit/fields';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { useMutation } from '@tanstack/react-query';
import { useId } from 'react';
import { useController, useFormContext, useWatch } from 'react-hook-form';
import { fieldsThatApply, type Connection } from './connection';

interface Props {
    driver: ChannelDriver;
    /** Whether there is one already: then secrets may be left empty. */
    isKnown: boolean;
}

/** What has to be known to reach a channel of that kind: the fields that its driver lists. */
export function ConnectionFields({ driver, isKnown }: Props) {
    const settings = useWatch({ name: 'settings' }) as Connection;
    return fieldsThatApply(driver, settings).map((field) => (
        <ConnectionInput key={field.name} field={field} isKnown={isKnown} />
    ));
}

const TYPES: Partial<Record<ConnectionField['type'], string>> = { secret: 'password', email: 'email' };

function ConnectionInput({ field, isKnown }: { field: ConnectionField; isKnown: boolean }) {
    const name = `settings.${field.name}`;
    const label = said(field.label);
    const isSecret = field.type === 'secret' || field.type === 'secret_text';
    const placeholder = isSecret && isKnown ? t('channels.unchanged') : (field.placeholder ?? undefined);
    if (field.type === 'choice')
        return (
            <ChoicesField
                name={name}
                label={label}
                options={field.options.map((one) => [one.value, said(one.label)] as const)}
            />
        );
    if (field.type === 'secret_text') return <LongSecret name={name} label={label} placeholder={placeholder} />;
    const input = (
        <TextField
            name={name}
            label={field.is_required || isSecret ? label : t('channels.optional', { label })}
            type={TYPES[field.type] ?? 'text'}
            placeholder={placeholder}
            autoComplete={isSecret ? 'new-password' : 'off'}
            spellCheck={false}
            className="grow"
        />
    );
    if (field.type !== 'fingerprint') return input;
    return (
        <div className="grid gap-2">
            {input}
            <HostKey name={name} />
        </div>
    );
}

function LongSecret({ name, label, placeholder }: { name: string; label: string; placeholder: string | undefined }) {
    const id = useId();
    const { field } = useController({ name });
    return (
        <div>
            <label className="mb-1 block text-text-2" htmlFor={id}>
                {label}
            </label>
            <textarea
                id={id}
                rows={2}
                value={(field.value as string | undefined) ?? ''}
                placeholder={placeholder}
                onChange={field.onChange}
                onBlur={field.onBlur}
                className="w-full rounded-md border border-line-2 bg-sheet px-2.5 py-1.5 font-mono text-[12px]"
            />
            <FieldError name={name} />
        </div>
    );
}

/** Reads the key that the server shows, for a person to compare with what its operator says. */
function HostKey({ name }: { name: string }) {
    const { setValue } = useFormContext();
    const { host = '', port = '' } = useWatch({ name: 'settings' }) as Connection;
    const read = useMutation({
        mutationFn: () =>
            take(api.POST('/api/v1/channels/host-key', { body: { host, port: port === '' ? null : Number(port) } })),
        onSuccess: ({ fingerprint }) => setValue(name, fingerprint),
    });
    return (
        <div className="grid gap-2">
            <div>
                <Button disabled={host === '' || read.isPending} onClick={() => read.mutate()}>
                    {read.isPending ? t('channels.askingTheServer') : t('channels.readItFromTheServer')}
                </Button>
            </div>
            {read.isSuccess && <p className="text-[12.5px] text-text-2">{t('channels.compareItWithThe')}</p>}
            {read.error && <ProblemNotice error={read.error} />}
        </div>
    );
}
