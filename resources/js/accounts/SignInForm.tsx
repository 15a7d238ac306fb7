import { t } from '@/messages/message';
import { api, Problem, take, type Me } from '@/api/client';
import { setSignedOut } from '@/api/session';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { ProblemNotice } from '@/ui/Notice';
import { markSaid } from '@/api/said';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';

/** E-mail and password. What was typed stays when it fails. */
export function SignInForm({ email: known = '', onSignedIn }: { email?: string; onSignedIn: (me: Me) => void }) {
    const [email, setEmail] = useState(known);
    const [password, setPassword] = useState('');
    const signIn = useMutation({
        mutationFn: async () => {
            const ask = () => take(api.POST('/api/v1/session', { body: { email, password } }));
            return ask().catch(async (error: unknown) => {
                if (!(error instanceof Problem) || error.status !== 419) throw error;
                // The token of the session that has ended; with any answer comes another one.
                await api.GET('/api/v1/session');
                return ask();
            });
        },
        onSuccess: (me) => {
            setSignedOut(false);
            onSignedIn(me);
        },
        onError: (error) => error instanceof Problem && error.status === 422 && markSaid(error),
    });
    const problem = signIn.error instanceof Problem ? signIn.error : null;
    return (
        <form
            className="grid gap-4"
            onSubmit={(event) => {
                event.preventDefault();
                signIn.mutate();
            }}
        >
            <Field
                label={t('signIn.email')}
                type="email"
                name="email"
                autoComplete="username"
                required
                autoFocus={known === ''}
                value={email}
                onChange={(event) => setEmail(event.target.value)}
                error={problem?.at('email')}
            />
            <Field
                label={t('signIn.password')}
                type="password"
                name="password"
                autoComplete="current-password"
                required
                autoFocus={known !== ''}
                value={password}
                onChange={(event) => setPassword(event.target.value)}
                error={problem?.at('password')}
            />
            {signIn.error && !problem?.at('email') && !problem?.at('password') && (
                <ProblemNotice error={signIn.error} />
            )}
            <Button look="main" type="submit" disabled={signIn.isPending} className="h-9">
                {t('signIn.signIn')}
            </Button>
        </form>
    );
}
