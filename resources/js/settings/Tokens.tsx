import { rich, t } from '@/messages/settings';
import { Ago } from '@/ui/Ago';
import { key } from '@/api/keys';
import { api, take } from '@/api/client';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

/** Tokens for programs that use the API. */
export function Tokens() {
    const client = useQueryClient();
    const tokens = useQuery({
        queryKey: key('tokens'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/tokens', { signal })),
    });
    const [name, setName] = useState('');
    const refresh = () => void client.invalidateQueries({ queryKey: key('tokens') });
    const create = useMutation({
        mutationFn: () => take(api.POST('/api/v1/tokens', { body: { name } })),
        onSuccess: () => {
            setName('');
            refresh();
        },
    });
    const withdraw = useMutation({
        mutationFn: (id: number) => take(api.DELETE('/api/v1/tokens/{id}', { params: { path: { id } } })),
        onSuccess: refresh,
    });
    return (
        <section>
            <h2 className="text-[17px]">{t('settings.tokensForPrograms')}</h2>
            <p className="mt-0.5 mb-3 text-text-2">{t('settings.aProgramThatSendsOneAs')}</p>
            {tokens.data && tokens.data.length > 0 && (
                <ul className="mb-3 max-w-[560px] border-t border-line">
                    {tokens.data.map((token) => (
                        <li key={token.id} className="flex items-center justify-between border-b border-line py-1.5">
                            <span>
                                {token.name}{' '}
                                <span className="text-text-3">
                                    {rich('settings.lastUsed', { ago: <Ago time={token.last_used_at} /> })}
                                </span>
                            </span>
                            <Button look="quiet" onClick={() => withdraw.mutate(token.id)}>
                                {t('settings.withdraw')}
                            </Button>
                        </li>
                    ))}
                </ul>
            )}
            {create.data?.secret && (
                <div className="mb-3 max-w-[560px]">
                    <Notice broken={false}>
                        {t('settings.copyItNowItIsNot')}{' '}
                        <code className="break-all select-all">{create.data.secret}</code>
                    </Notice>
                </div>
            )}
            {(create.error ?? withdraw.error) && <ProblemNotice error={create.error ?? withdraw.error} />}
            <form
                className="flex max-w-[420px] items-end gap-2"
                onSubmit={(event) => {
                    event.preventDefault();
                    create.mutate();
                }}
            >
                <Field
                    label={t('settings.whatItIsFor')}
                    required
                    maxLength={80}
                    value={name}
                    onChange={(event) => setName(event.target.value)}
                    className="flex-1"
                />
                <Button type="submit" disabled={create.isPending}>
                    {t('settings.newToken')}
                </Button>
            </form>
        </section>
    );
}
