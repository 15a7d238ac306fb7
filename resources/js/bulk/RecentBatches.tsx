import { said } from '@/messages/said';
import { t } from '@/messages/bulk';
import { Ago } from '@/ui/Ago';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { memo, useState } from 'react';
import { useBatches } from './queries';
import { STATES, sum } from './words';

/** The latest bulk changes and files: to look at again, to go on with, to undo. */
export const RecentBatches = memo(function RecentBatches({ onOpen }: { onOpen: (id: string) => void }) {
    const [open, setOpen] = useState(false);
    const batches = useBatches(open);
    return (
        <Popup
            label={t('bulk.bulkChanges')}
            align="end"
            open={open}
            onOpenChange={setOpen}
            trigger={<Button>{t('bulk.bulkChanges')}</Button>}
        >
            <div className="w-[400px] max-w-full">
                {batches.error && !batches.data && <ProblemNotice error={batches.error} />}
                {batches.data?.length === 0 && <p className="text-text-2">{t('bulk.nothingYetSelectListingsIn')}</p>}
                <ul>
                    {batches.data?.map((batch) => (
                        <li key={batch.id}>
                            <button
                                type="button"
                                onClick={() => {
                                    setOpen(false);
                                    onOpen(batch.id);
                                }}
                                className="block w-full rounded px-2 py-1.5 text-left hover:bg-stripe-soft"
                            >
                                <span className="flex justify-between gap-3">
                                    <span className="truncate">{said(batch.title)}</span>
                                    <span className="shrink-0 text-text-2">{STATES[batch.state]}</span>
                                </span>
                                <span className="block truncate text-[12px] text-text-3">
                                    <Ago time={batch.created_at} /> · {sum(batch)}
                                </span>
                            </button>
                        </li>
                    ))}
                </ul>
            </div>
        </Popup>
    );
});
