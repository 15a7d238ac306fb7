import { t } from '@/messages/watching';
import { api, take } from '@/api/client';
import { useChanged } from '@/api/keys';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SelectField, TextField } from '@/edit/fields';
import { wholeReader } from '@/edit/reading';
import { figure, resolverOf, text } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { Window } from '@/ui/Window';
import { toast } from 'sonner';
import { z } from 'zod';
import { EVERY } from './crawlWords';

const pages = wholeReader({ min: 1, max: 50_000 });

const LABELS: Record<string, string> = {
    url: t('watching.crawlAddress'),
    pages: t('watching.crawlMostPages'),
    every: t('watching.crawlEvery'),
};

const resolver = resolverOf(z.object({ url: text(2_000), pages: figure(pages), every: z.string() }));

/** A whole shop, by its address. */
export default function ReadShop({ onClose }: { onClose: () => void }) {
    const changed = useChanged();
    const edit = useEditForm({
        name: 'read shop',
        version: 0,
        current: { url: '', pages: '2000', every: '7' },
        resolver,
        save: (wanted) =>
            take(
                api.POST('/api/v1/crawls', {
                    body: {
                        url: wanted.url,
                        most_pages: Number(wanted.pages),
                        every_days: wanted.every === '' ? null : Number(wanted.every),
                    },
                }),
            ),
        onSaved: () => {
            changed('watches', 'rivals');
            toast(t('watching.crawlHasBegun'));
            onClose();
        },
        fieldOf: (path) => ({ most_pages: 'pages', every_days: 'every' })[path] ?? path,
    });
    return (
        <Window open onClose={onClose} title={t('watching.crawlRead')}>
            <p className="mb-3 text-text-2">{t('watching.crawlReadNote')}</p>
            <EditForm edit={edit} save={t('watching.crawlBegin')} label={(path) => LABELS[path] ?? path}>
                <TextField name="url" label={LABELS.url!} />
                <p className="-mt-2 text-[12.5px] text-text-3">{t('watching.crawlAddressNote')}</p>
                <div className="grid grid-cols-2 gap-3">
                    <FigureField name="pages" label={LABELS.pages!} reader={pages} />
                    <SelectField name="every" label={LABELS.every!} options={EVERY} />
                </div>
            </EditForm>
        </Window>
    );
}
