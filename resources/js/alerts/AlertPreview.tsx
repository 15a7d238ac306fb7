import { t } from '@/messages/alerts';
import { said } from '@/messages/said';
import { ProblemNotice } from '@/ui/Notice';
import { Ago } from '@/ui/Ago';
import { useEffect, useState } from 'react';
import { usePreview, type AlertFields } from './queries';

const SETTLE_MS = 400;

/** What an alert would have told; it follows what is edited, once that has come to rest. */
export function AlertPreview({ fields }: { fields: AlertFields | null }) {
    const text = JSON.stringify(fields);
    const [settled, setSettled] = useState(text);
    useEffect(() => {
        const timer = window.setTimeout(() => setSettled(text), SETTLE_MS);
        return () => window.clearTimeout(timer);
    }, [text]);
    const preview = usePreview(JSON.parse(settled) as AlertFields | null);
    const isBehind = settled !== text || preview.isFetching;
    return (
        <aside
            aria-label={t('alerts.preview')}
            aria-busy={isBehind}
            className="overflow-auto border-l border-line bg-sheet px-4 py-4 max-[1000px]:border-t max-[1000px]:border-l-0"
        >
            <h3 className="text-[15.5px]">{t('alerts.preview')}</h3>
            {/* Always there, so that nothing moves when it comes and goes. */}
            <p className="min-h-[20px] text-text-2">
                {fields !== null && isBehind && `${t('alerts.previewWorking')}…`}
            </p>
            {fields === null && <p className="text-text-2">{t('alerts.previewUnfinished')}</p>}
            {fields !== null && preview.error && <ProblemNotice error={preview.error} />}
            {fields !== null && preview.data && (
                <div>
                    <p className="font-bold" role="status">
                        {preview.data.told === 0
                            ? t('alerts.previewNone')
                            : t('alerts.previewTold', { told: preview.data.told, listings: preview.data.looked_at })}
                    </p>
                    {preview.data.looked_at < preview.data.listings && (
                        <p className="text-[12.5px] text-text-2">
                            {t('alerts.previewCut', {
                                looked: preview.data.looked_at,
                                listings: preview.data.listings,
                            })}
                        </p>
                    )}
                    {preview.data.told > preview.data.messages.length && (
                        <p className="text-[12.5px] text-text-2">
                            {t('alerts.previewMore', { many: preview.data.messages.length })}
                        </p>
                    )}
                    <ul className="mt-2">
                        {preview.data.messages.map((message) => (
                            <li key={`${message.at} ${message.listing_id}`} className="border-t border-line py-2">
                                <p className="flex gap-2">
                                    <span className="min-w-0 flex-1 truncate text-text-2">{message.title}</span>
                                    <Ago time={message.at} className="text-[12.5px] text-text-3" />
                                </p>
                                {message.sentences.map((sentence, at) => (
                                    <p key={at}>{said(sentence)}</p>
                                ))}
                            </li>
                        ))}
                    </ul>
                </div>
            )}
        </aside>
    );
}
