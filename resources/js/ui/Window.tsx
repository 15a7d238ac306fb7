import { t } from '@/messages/message';
import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

/** A window over the page for work that has a beginning and an end. */
export function Window({
    open,
    onClose,
    title,
    children,
    wide = false,
}: {
    open: boolean;
    onClose: () => void;
    title: string;
    children: ReactNode;
    wide?: boolean;
}) {
    return (
        <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
            <Dialog.Portal>
                <Dialog.Overlay className="fixed inset-0 z-40 bg-[#0d1526]/35" />
                <Dialog.Content
                    aria-describedby={undefined}
                    className={`fixed top-[7vh] left-1/2 z-50 flex max-h-[86vh] -translate-x-1/2 flex-col rounded-md border border-line-2 bg-sheet ${wide ? 'w-[min(860px,94vw)]' : 'w-[min(520px,94vw)]'}`}
                >
                    <header className="flex items-center justify-between border-b border-line px-5 py-3.5">
                        <Dialog.Title className="text-[17px]">{title}</Dialog.Title>
                        <Dialog.Close aria-label={t('ui.close')} className="rounded p-1 text-text-2 hover:text-text">
                            <X size={17} />
                        </Dialog.Close>
                    </header>
                    {/* What is taller than the window is scrolled with keys too. */}
                    {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
                    <div className="overflow-auto px-5 py-4" tabIndex={0} role="group" aria-label={title}>
                        {children}
                    </div>
                </Dialog.Content>
            </Dialog.Portal>
        </Dialog.Root>
    );
}
