import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';

/** A small panel that opens in place. */
export function Popup({
    trigger,
    children,
    label,
    align = 'start',
    open,
    onOpenChange,
}: {
    trigger: ReactNode;
    children: ReactNode;
    label: string;
    align?: 'start' | 'end' | 'center';
    open?: boolean;
    onOpenChange?: (open: boolean) => void;
}) {
    return (
        <Popover.Root open={open} onOpenChange={onOpenChange}>
            <Popover.Trigger asChild>{trigger}</Popover.Trigger>
            <Popover.Portal>
                <Popover.Content
                    align={align}
                    sideOffset={6}
                    collisionPadding={12}
                    aria-label={label}
                    className="z-30 max-h-[70vh] max-w-[min(520px,92vw)] overflow-auto rounded-md border border-line-2 bg-sheet p-3.5 shadow-[0_6px_24px_rgb(19_33_58/0.12)]"
                >
                    {children}
                </Popover.Content>
            </Popover.Portal>
        </Popover.Root>
    );
}
