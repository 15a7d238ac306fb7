import { t } from '@/messages/message';
import { useQueryClient } from '@tanstack/react-query';
import { Dialog } from 'radix-ui';
import { SignInForm } from './SignInForm';

/** Over the page, when its session has ended: what stands on it, unsaved changes too, is there afterwards. */
export function SignInAgain({ email }: { email: string }) {
    const client = useQueryClient();
    return (
        <Dialog.Root open>
            <Dialog.Portal>
                <Dialog.Overlay className="fixed inset-0 z-60 bg-[#0d1526]/35" />
                <Dialog.Content
                    className="fixed top-[14vh] left-1/2 z-70 w-[min(400px,94vw)] -translate-x-1/2 rounded-md border border-line-2 bg-sheet px-5 py-4"
                    onEscapeKeyDown={(event) => event.preventDefault()}
                    onInteractOutside={(event) => event.preventDefault()}
                >
                    <Dialog.Title className="text-[17px]">{t('signIn.again')}</Dialog.Title>
                    <Dialog.Description className="mt-1 mb-4 text-text-2">{t('signIn.ended')}</Dialog.Description>
                    <SignInForm
                        email={email}
                        onSignedIn={(me) => {
                            // Somebody else sees their own page, not what is left of this one.
                            if (me.email === email) void client.invalidateQueries();
                            else window.location.assign('/today');
                        }}
                    />
                </Dialog.Content>
            </Dialog.Portal>
        </Dialog.Root>
    );
}
