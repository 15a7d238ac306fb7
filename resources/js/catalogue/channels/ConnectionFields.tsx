import type { Problem } from '@/api/client';
import { Choices } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { WAYS, type Connection, type Kind } from './connection';

interface Props {
    kind: Kind;
    value: Connection;
    onChange: (value: Connection) => void;
    problem: Problem | null;
    /** Whether there is one already: then secrets may be left empty. */
    isKnown: boolean;
}

/** What has to be known to reach a channel of that kind. */
export function ConnectionFields({ kind, value, onChange, problem, isKnown }: Props) {
    const unchanged = isKnown ? 'as it is' : undefined;
    const text = (field: keyof Connection, label: string, more: { type?: string; placeholder?: string } = {}) => (
        <Field
            label={label}
            value={value[field]}
            onChange={(event) => onChange({ ...value, [field]: event.target.value })}
            error={problem?.at(field) ?? problem?.at(`delivery.${field}`)}
            autoComplete="off"
            {...more}
        />
    );
    if (kind !== 'file')
        return (
            <>
                {text('address', kind === 'webhook' ? 'Address that takes the messages' : 'Address of its interface', {
                    placeholder: 'https://',
                })}
                {kind !== 'webhook' && text('token', 'Token', { type: 'password', placeholder: unchanged })}
                {kind === 'marketplace' && !isKnown && text('seller', 'Your name as a seller there')}
            </>
        );
    return (
        <>
            <Choices
                label="The files go"
                value={value.way}
                options={WAYS}
                onChange={(way) => onChange({ ...value, way })}
            />
            {value.way === 'email' && text('to', 'E-mail address', { type: 'email' })}
            {value.way === 'sftp' && (
                <>
                    <div className="grid grid-cols-[1fr_90px] gap-3">
                        {text('host', 'Server')}
                        {text('port', 'Port', { placeholder: '22' })}
                    </div>
                    <div className="grid grid-cols-2 gap-3">
                        {text('user', 'User')}
                        {text('password', 'Password', { type: 'password', placeholder: unchanged })}
                    </div>
                    <div>
                        <label className="mb-1 block text-text-2" htmlFor="sftp-key">
                            Or a private key
                        </label>
                        <textarea
                            id="sftp-key"
                            rows={2}
                            value={value.key}
                            placeholder={unchanged}
                            onChange={(event) => onChange({ ...value, key: event.target.value })}
                            className="w-full rounded-md border border-line-2 bg-sheet px-2.5 py-1.5 font-mono text-[12px]"
                        />
                    </div>
                    <div className="grid grid-cols-2 gap-3">
                        {text('folder', 'Folder')}
                        {text('fingerprint', 'Host key (MD5), if you know it', { placeholder: 'aa:bb:…' })}
                    </div>
                </>
            )}
        </>
    );
}
