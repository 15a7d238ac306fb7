import { api, take } from '@/api/client';
import { useMe } from '@/api/queries';
import { Popup } from '@/ui/Popup';
import { setHotkeys, useHotkeysOn } from '@/ui/hotkeys';
import { Select } from '@/ui/Select';
import { Toggle } from '@/ui/Toggle';
import { removeAllDrafts } from '@/edit/drafts';
import { discardUnsaved, mayLeave } from '@/edit/unsaved';
import { useMutation } from '@tanstack/react-query';
import { useTheme } from '@/ui/theme';

export function Account() {
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
        <Popup
            label="Account"
            trigger={
                <button
                    type="button"
                    className="rounded text-[12.5px] text-[#e6eafb] underline underline-offset-2 focus-visible:outline-[#8ea6ff]"
                >
                    Account
                </button>
            }
        >
            <div className="grid w-56 gap-3">
                <div>
                    <b>{me.data?.name}</b>
                    <div className="truncate text-text-2">{me.data?.email}</div>
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
                <Toggle on={hotkeys} onChange={setHotkeys} label="Keys of one letter" words={['keys on', 'keys off']} />
                <button
                    type="button"
                    onClick={() => void mayLeave().then((may) => may && signOut.mutate())}
                    disabled={signOut.isPending}
                    className="justify-self-start text-stripe underline underline-offset-2"
                >
                    Sign out
                </button>
            </div>
        </Popup>
    );
}
