import { said } from '@/messages/said';
import { t } from '@/messages/bulk';
import { api, Problem, take, type Batch, type BulkEdit } from '@/api/client';
import { toast } from 'sonner';
import type { Edit } from './queries';

/**
 * A bulk change of one listing or its product, made at once: it is checked, goes into the history and can be undone like one of many.
 * Null where nothing changes; still only planned where floors would move a long way, which is to be looked at first.
 */
export async function changeOne(edit: Edit, wanted: BulkEdit, listing: number): Promise<Batch | null> {
    const batch = await take(api.POST('/api/v1/batches', { body: { edit, wanted, listings: [listing] } }));
    const path = { id: batch.id };
    const row = async () => (await take(api.GET('/api/v1/batches/{id}/rows', { params: { path } })))[0];
    if (batch.refused > 0) {
        const why = (await row())?.why;
        throw new Problem(422, why ? said(why) : t('bulk.itWasRefused'), null, {});
    }
    if (batch.change === 0) return null;
    if (batch.floors_beyond > 0) return batch;
    const applied = await take(api.POST('/api/v1/batches/{id}/apply', { params: { path }, body: {} }));
    const made = await row();
    if (made?.state === 'left') throw new Problem(409, made.why ? said(made.why) : t('bulk.itWasLeftAsItIs'), null, {});
    if (made?.why) toast(`${made.sku}: ${said(made.why)}`);
    return applied;
}
