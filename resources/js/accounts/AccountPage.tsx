import { t } from '@/messages/account';
import { api, take } from '@/api/client';
import { useMe } from '@/api/queries';
import { removeAllDrafts } from '@/edit/drafts';
import { discardUnsaved, mayLeave } from '@/edit/unsaved';
import { Button } from '@/ui/Button';
import { setHotkeys, useHotkeysOn } from '@/ui/hotkeys';
import { Select } from '@/ui/Select';
import { useTheme } from '@/ui/theme';
import { Toggle } from '@/ui/Toggle';
import { TopBar } from '@/ui/TopBar';
import { useMutation } from '@tanstack/react-query';
import { LanguageChoice } from './LanguageChoice';

/** Who is signed in, and how this browser shows Wrasse to them. */
export default function AccountPage() {
    const me = useMe();
    const [theme, setTheme] = useTheme();
    const hotkeys = useHotkeysOn();
    const signOut = useMutation({
        meta: { failed: t('account.youAreStillSignedIn') },
        mutationFn: () => take(api.DELETE('/api/v1/session')),
        onSuccess: () => {
            discardUnsaved();
            removeAllDrafts();
            window.location.assign('/sign-in');
        },
    });
    return (
        <>
            <TopBar title={t('account.account')} note={me.data?.email} />
            <main className="min-h-0 flex-1 overflow-auto px-[18px] py-5">
                <div className="grid max-w-[420px] gap-6">
                    <section>
                        <h2 className="text-[17px]">{me.data?.name}</h2>
                        <p className="text-text-2">
                            {t('account.in', { email: me.data?.email, workspace: me.data?.workspace })}
                        </p>
                    </section>
                    <section className="grid gap-4">
                        <div>
                            <h2 className="text-[17px]">{t('account.inThisBrowser')}</h2>
                            <p className="text-text-2">{t('account.chosenForYouAloneAndFor')}</p>
                        </div>
                        <div>
                            <LanguageChoice />
                            <p className="mt-1 text-[12.5px] text-text-2">{t('account.germanCoversSigningInToday')}</p>
                        </div>
                        <Select
                            label={t('account.colours')}
                            value={theme}
                            onChange={setTheme}
                            options={[
                                ['system', t('account.asThisComputer')],
                                ['light', t('account.light')],
                                ['dark', t('account.dark')],
                            ]}
                        />
                        <div>
                            <Toggle
                                on={hotkeys}
                                onChange={setHotkeys}
                                label={t('account.keysOfOneLetter')}
                                words={[t('account.keysOfOneLetterWork'), t('account.keysOfOneLetterAreOff')]}
                            />
                            <p className="mt-1 text-[12.5px] text-text-2">{t('account.switchThemOffIfYouSpeak')}</p>
                        </div>
                    </section>
                    <div>
                        <Button
                            disabled={signOut.isPending}
                            onClick={() => void mayLeave().then((may) => may && signOut.mutate())}
                        >
                            {t('account.signOut')}
                        </Button>
                    </div>
                </div>
            </main>
        </>
    );
}
