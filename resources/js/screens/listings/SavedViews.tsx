import { t } from '@/messages/message';
import { key } from '@/api/keys';
import { api, take } from '@/api/client';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { useSearchParams } from 'react-router';

// What a form needs comes when one is opened.
const NewView = lazy(() => import('./NewView'));

/** Of the address, what is not part of a view: what is open at the moment. */
const PASSING = ['listing', 'batch', 'file'];

/** Filters and order that one wants back. */
export function SavedViews() {
    const client = useQueryClient();
    const [params, setParams] = useSearchParams();
    const [kept, setKept] = useState(0);
    const [open, setOpen] = useState(false);
    const views = useQuery({
        queryKey: key('views'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/views', { signal })),
        enabled: open,
    });
    const refresh = () => void client.invalidateQueries({ queryKey: key('views') });
    const here = new URLSearchParams(params);
    PASSING.forEach((one) => here.delete(one));
    const query = here.toString();
    const drop = useMutation({
        meta: { failed: t('listings.theViewWasNotRemoved') },
        mutationFn: (id: number) => take(api.DELETE('/api/v1/views/{id}', { params: { path: { id } } })),
        onSuccess: refresh,
    });
    return (
        <Popup
            label={t('listings.views')}
            align="end"
            open={open}
            onOpenChange={setOpen}
            trigger={<Button>{t('listings.views')}</Button>}
        >
            <div className="grid w-64 gap-2">
                {views.data?.length === 0 && <p className="text-text-2">{t('listings.filterTheListThenKeepThe')}</p>}
                <ul>
                    {views.data?.map((view) => (
                        <li key={view.id} className="flex items-center">
                            <button
                                type="button"
                                aria-current={view.query === query}
                                onClick={() => {
                                    setParams(new URLSearchParams(view.query));
                                    setOpen(false);
                                }}
                                className="min-w-0 flex-1 truncate rounded px-2 py-1 text-left hover:bg-stripe-soft aria-[current=true]:font-bold"
                            >
                                {view.name}
                            </button>
                            <button
                                type="button"
                                aria-label={t('listings.dropTheView', { name: view.name })}
                                onClick={() => drop.mutate(view.id)}
                                className="grid size-6 place-items-center rounded text-text-3 hover:text-text"
                            >
                                <X size={13} />
                            </button>
                        </li>
                    ))}
                </ul>
                <Suspense fallback={<div className="h-[76px]" />}>
                    <NewView
                        key={kept}
                        query={query}
                        onKept={() => {
                            setKept(kept + 1);
                            refresh();
                        }}
                    />
                </Suspense>
                {drop.error && <ProblemNotice error={drop.error} />}
            </div>
        </Popup>
    );
}
