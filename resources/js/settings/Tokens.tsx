import { rich, t } from '@/messages/settings';
import { Ago } from '@/ui/Ago';
import { key } from '@/api/keys';
import { api, take } from '@/api/client';
import { EditForm } from '@/edit/EditForm';
import { TextField } from '@/edit/fields';
import { resolverOf, text } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { Button } from '@/ui/Button';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';

/** Tokens for programs that use the API. */
export function Tokens() {
    const client = useQueryClient();
    const tokens = useQuery({
        queryKey: key('tokens'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/tokens', { signal })),
    });
    const [made, setMade] = useState(0);
    const [secret, setSecret] = useState<string | null>(null);
    const refresh = () => void client.invalidateQueries({ queryKey: key('tokens') });
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
            {secret && (
                <div className="mb-3 max-w-[560px]">
                    <Notice broken={false}>
                        {t('settings.copyItNowItIsNot')} <code className="break-all select-all">{secret}</code>
                    </Notice>
                </div>
            )}
            {withdraw.error && <ProblemNotice error={withdraw.error} />}
            <NewToken
                key={made}
                onMade={(one) => {
                    setSecret(one);
                    setMade(made + 1);
                    refresh();
                }}
            />
        </section>
    );
}

const resolver = resolverOf(z.object({ name: text(80) }));

function NewToken({ onMade }: { onMade: (secret: string | null) => void }) {
    const edit = useEditForm({
        name: 'new token',
        current: { name: '' },
        resolver,
        save: (wanted) => take(api.POST('/api/v1/tokens', { body: wanted })),
        onSaved: ({ secret }) => onMade(secret),
    });
    return (
        <EditForm
            edit={edit}
            save={t('settings.newToken')}
            label={() => t('settings.whatItIsFor')}
            isNew
            className="grid max-w-[420px] gap-2"
        >
            <TextField name="name" label={t('settings.whatItIsFor')} maxLength={80} />
        </EditForm>
    );
}
