import { clsx } from 'clsx';
import type { ButtonHTMLAttributes } from 'react';

type Look = 'main' | 'plain' | 'quiet';

const LOOKS: Record<Look, string> = {
    main: 'bg-button text-button-text border-button hover:opacity-90',
    plain: 'bg-sheet text-text border-line-2 hover:border-text-3',
    quiet: 'bg-transparent text-text-2 border-transparent hover:text-text hover:bg-line/40',
};

export function Button({
    look = 'plain',
    className,
    ...props
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: Look }) {
    return (
        <button
            type="button"
            {...props}
            className={clsx(
                'inline-flex h-8 shrink-0 items-center justify-center gap-1.5 rounded-md border px-2.5 whitespace-nowrap disabled:opacity-50',
                LOOKS[look],
                className,
            )}
        />
    );
}
