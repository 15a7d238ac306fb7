import { api, Problem, take } from '@/api/client';
import { PriceLine } from '@/charts/PriceLine';
import { Mark } from '@/ui/Mark';
import { useTheme } from '@/ui/theme';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { ProblemNotice } from '@/ui/Notice';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';

const SAMPLE = ['19.9', '22.4', '22.5', '24', '27.3'].map((at, index) => ({
    seller: `rival ${index + 1}`,
    at,
    buy_box: index === 3,
    dropped: null,
}));

export default function SignIn() {
    useTheme();
    const [email, setEmail] = useState('');
    const [password, setPassword] = useState('');
    const navigate = useNavigate();
    const from = (useLocation().state as { from?: string } | null)?.from ?? '/listings';
    const client = useQueryClient();
    const signIn = useMutation({
        mutationFn: () => take(api.POST('/api/v1/session', { body: { email, password } })),
        onSuccess: (me) => {
            client.clear();
            client.setQueryData(['me'], me);
            void navigate(from, { replace: true });
        },
    });
    const problem = signIn.error instanceof Problem ? signIn.error : null;
    return (
        <div className="flex h-full">
            <aside className="hidden w-[38%] flex-col justify-between border-r-4 border-[#2346c8] bg-rail p-10 text-[#e6eafb] md:flex">
                <Mark size={84} />
                <p className="max-w-[22ch] font-display text-[26px] leading-tight font-semibold">
                    The price each listing should have, within limits you set. And always why.
                </p>
                <p className="text-[#b3bdd6]">Wrasse</p>
            </aside>
            <main className="flex flex-1 items-center justify-center p-6">
                <form
                    className="grid w-full max-w-[330px] gap-4"
                    onSubmit={(event) => {
                        event.preventDefault();
                        signIn.mutate();
                    }}
                >
                    <div aria-hidden="true" className="mb-2">
                        <PriceLine floor="18" ceiling="30" price="23.9" marks={SAMPLE} currency="EUR" large />
                    </div>
                    <h1 className="text-[24px]">Sign in</h1>
                    <Field
                        label="E-mail"
                        type="email"
                        name="email"
                        autoComplete="username"
                        required
                        autoFocus
                        value={email}
                        onChange={(event) => setEmail(event.target.value)}
                        error={problem?.at('email')}
                    />
                    <Field
                        label="Password"
                        type="password"
                        name="password"
                        autoComplete="current-password"
                        required
                        value={password}
                        onChange={(event) => setPassword(event.target.value)}
                        error={problem?.at('password')}
                    />
                    {signIn.error && !problem?.at('email') && !problem?.at('password') && (
                        <ProblemNotice error={signIn.error} />
                    )}
                    <Button look="main" type="submit" disabled={signIn.isPending} className="h-9">
                        Sign in
                    </Button>
                </form>
            </main>
        </div>
    );
}
