import { t } from '@/messages/message';
import { api, take } from '@/api/client';
import { EditForm } from '@/edit/EditForm';
import { TextField } from '@/edit/fields';
import { resolverOf, text } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { z } from 'zod';

const resolver = resolverOf(z.object({ name: text(80) }));

/** Keeps the filter and order that are shown under a name. */
export default function NewView({ query, onKept }: { query: string; onKept: () => void }) {
    const edit = useEditForm({
        name: 'new view',
        current: { name: '' },
        resolver,
        save: ({ name }) => take(api.PUT('/api/v1/views', { body: { name, query } })),
        onSaved: onKept,
    });
    return (
        <EditForm
            edit={edit}
            save={t('listings.keep')}
            label={() => t('listings.keepThisViewAs')}
            isNew
            className="grid gap-2 border-t border-line pt-2"
        >
            <TextField name="name" label={t('listings.keepThisViewAs')} maxLength={80} />
        </EditForm>
    );
}
