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
        meta: { failed: 'You are still signed in' },
        mutationFn: () => take(api.DELETE('/api/v1/session')),
        onSuccess: () => {
            discardUnsaved();
            removeAllDrafts();
            window.location.assign('/sign-in');
        },
    });
    return (
        <>
            <TopBar title="Account" note={me.data?.email} />
            <main className="min-h-0 flex-1 overflow-auto px-[18px] py-5">
                <div className="grid max-w-[420px] gap-6">
                    <section>
                        <h2 className="text-[17px]">{me.data?.name}</h2>
                        <p className="text-text-2">
                            {me.data?.email}, in {me.data?.workspace}
                        </p>
                    </section>
                    <section className="grid gap-4">
                        <div>
                            <h2 className="text-[17px]">In this browser</h2>
                            <p className="text-text-2">Chosen for you alone, and for this browser.</p>
                        </div>
                        <div>
                            <LanguageChoice />
                            <p className="mt-1 text-[12.5px] text-text-2">
                                German covers signing in, Today, rule sentences and reasons; all else is in English
                                still.
                            </p>
                        </div>
                        <Select
                            label="Colours"
                            value={theme}
                            onChange={setTheme}
                            options={[
                                ['system', 'as this computer'],
                                ['light', 'light'],
                                ['dark', 'dark'],
                            ]}
                        />
                        <div>
                            <Toggle
                                on={hotkeys}
                                onChange={setHotkeys}
                                label="Keys of one letter"
                                words={['keys of one letter work', 'keys of one letter are off']}
                            />
                            <p className="mt-1 text-[12.5px] text-text-2">
                                Switch them off if you speak to this computer, or press keys by mistake. With “?” you
                                see them all.
                            </p>
                        </div>
                    </section>
                    <div>
                        <Button
                            disabled={signOut.isPending}
                            onClick={() => void mayLeave().then((may) => may && signOut.mutate())}
                        >
                            Sign out
                        </Button>
                    </div>
                </div>
            </main>
        </>
    );
}
