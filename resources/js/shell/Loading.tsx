import { t } from '@/messages/message';
/** Where something is about to stand: its outlines, which appear only if it takes a moment. */
export function Loading() {
    return (
        <div
            role="status"
            aria-label={t('shell.loading')}
            className="appear-late flex-1 overflow-hidden px-[18px] pt-3"
        >
            <div className="mb-6 h-7 w-40 rounded bg-line/70" />
            <div className="grid gap-3">
                {['w-3/4', 'w-1/2', 'w-2/3', 'w-3/5', 'w-1/2'].map((width, index) => (
                    <div key={index} className={`h-5 rounded bg-line/50 ${width}`} />
                ))}
            </div>
        </div>
    );
}
