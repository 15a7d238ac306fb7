import type { HTMLAttributes, KeyboardEvent, Ref } from 'react';

/** A button that flows with the text around it: a real one never breaks across lines. */
export function InlineButton({ ref, ...props }: HTMLAttributes<HTMLSpanElement> & { ref?: Ref<HTMLSpanElement> }) {
    const press = (event: KeyboardEvent<HTMLSpanElement>) => {
        if (event.key === 'Enter' || event.key === ' ') {
            event.preventDefault();
            event.currentTarget.click();
        }
    };
    return <span {...props} ref={ref} role="button" tabIndex={0} onKeyDown={press} style={{ cursor: 'pointer' }} />;
}
