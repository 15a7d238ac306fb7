import { t } from '@/messages/settings';
import { api, asForm, take } from '@/api/client';
import { useChanged } from '@/api/keys';
import { useSaid } from '@/api/said';
import type { components } from '@/api/schema';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SearchField } from '@/edit/fields';
import { dateReader, rateReader } from '@/edit/reading';
import { figure, optionalFigure, resolverOf } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { currencies } from '@/ui/currencies';
import { ProblemNotice } from '@/ui/Notice';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';

type Taken = components['schemas']['RatesTaken'];

const resolver = resolverOf(
    z.object({
        base: z.string(),
        quote: z.string(),
        rate: figure(rateReader),
        day: optionalFigure(dateReader),
    }),
);

const LABELS: Record<string, string> = {
    base: t('settings.rateBase'),
    quote: t('settings.rateQuote'),
    rate: t('settings.rate'),
    day: t('settings.rateOn'),
};

/** Ways to bring in rates: one by hand, or a file. */
export function NewRates({ own }: { own: string }) {
    const changed = useChanged();
    const taken = ({ kept, used, asked }: Taken) => {
        changed('workspace', 'listings');
        toast(t('settings.ratesTaken', { kept, used, asked }));
    };
    const [added, setAdded] = useState(0);
    const file = useMutation({
        mutationFn: (one: File) => take(api.POST('/api/v1/rates/file', asForm(one))),
        onSuccess: taken,
    });
    useSaid(file.error);
    return (
        <section>
            <h2 className="mb-3 text-[17px]">{t('settings.addRate')}</h2>
            <OneRate
                key={added}
                own={own}
                onTaken={(became) => {
                    taken(became);
                    setAdded(added + 1);
                }}
            />
            <div className="mt-5">
                <label className="inline-flex h-8 cursor-pointer items-center rounded-md border border-line-2 bg-sheet px-2.5 focus-within:outline-2 hover:border-text-3">
                    {t('settings.ratesFile')}
                    <input
                        className="sr-only"
                        type="file"
                        accept=".csv,text/csv,text/plain"
                        disabled={file.isPending}
                        onChange={(event) => {
                            const one = event.target.files?.[0];
                            if (one) file.mutate(one);
                            // The same file can be chosen once more, after it was mended.
                            event.target.value = '';
                        }}
                    />
                </label>
                <p className="mt-1 text-[12.5px] text-text-3">{t('settings.ratesFileNote')}</p>
                {file.error && (
                    <div className="mt-2 max-w-[560px]">
                        <ProblemNotice error={file.error} />
                    </div>
                )}
            </div>
        </section>
    );
}

function OneRate({ own, onTaken }: { own: string; onTaken: (became: Taken) => void }) {
    const edit = useEditForm({
        name: 'new rate',
        current: { base: own, quote: own === 'USD' ? 'EUR' : 'USD', rate: '', day: '' },
        resolver,
        save: ({ day, ...rate }) => take(api.POST('/api/v1/rates', { body: { rates: [{ ...rate, day }] } })),
        onSaved: onTaken,
        fieldOf: (path) => path.replace(/^rates\.0\./, ''),
    });
    return (
        <EditForm
            edit={edit}
            save={t('settings.takeRate')}
            label={(path) => LABELS[path] ?? path}
            isNew
            className="grid gap-4"
        >
            <div className="grid max-w-[820px] grid-cols-4 items-start gap-x-4 gap-y-3 max-[900px]:grid-cols-2">
                <SearchField name="base" label={LABELS.base!} options={currencies()} />
                <SearchField name="quote" label={LABELS.quote!} options={currencies()} />
                <FigureField name="rate" label={LABELS.rate!} reader={rateReader} placeholder="1.0831" />
                <FigureField name="day" label={LABELS.day!} reader={dateReader} placeholder={t('settings.rateToday')} />
            </div>
        </EditForm>
    );
}
