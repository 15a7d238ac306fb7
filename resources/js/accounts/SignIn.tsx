import { t } from '@/messages/message';
import { key } from '@/api/keys';
import { PriceLine } from '@/charts/PriceLine';
import { Mark } from '@/ui/Mark';
import { useQueryClient } from '@tanstack/react-query';
import { useLocation, useNavigate } from 'react-router';
import { LanguageChoice } from './LanguageChoice';
import { SignInForm } from './SignInForm';

const SAMPLE = ['19.9', '22.4', '22.5', '24', '27.3'].map((at, index) => ({
    seller: t('signIn.rival', { index: index + 1 }),
    at,
    buy_box: index === 3,
    dropped: null,
}));

export default function SignIn() {
    const navigate = useNavigate();
    const from = (useLocation().state as { from?: string } | null)?.from ?? '/listings';
    const client = useQueryClient();
    return (
        <div className="flex h-full">
            <title>{`${t('signIn.title')} – Wrasse`}</title>
            <aside className="hidden w-[38%] flex-col justify-between border-r-4 border-[#2346c8] bg-rail p-10 text-[#e6eafb] md:flex">
                <Mark size={84} />
                <p className="max-w-[22ch] font-display text-[26px] leading-tight font-semibold">
                    {t('signIn.promise')}
                </p>
                <p className="text-[#b3bdd6]">Wrasse</p>
            </aside>
            <main className="flex flex-1 items-center justify-center p-6">
                <div className="grid w-full max-w-[330px] gap-4">
                    <div aria-hidden="true" className="mb-2">
                        <PriceLine floor="18" ceiling="30" price="23.9" marks={SAMPLE} currency="EUR" large />
                    </div>
                    <h1 className="text-[24px]">{t('signIn.title')}</h1>
                    <SignInForm
                        onSignedIn={(me) => {
                            client.clear();
                            client.setQueryData(key('me'), me);
                            void navigate(from, { replace: true });
                        }}
                    />
                    <LanguageChoice />
                </div>
            </main>
        </div>
    );
}
