import { t } from '@/messages/market';
import { api, take } from '@/api/client';
import { useChanged } from '@/api/keys';
import { useChannels, useWorkspace } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SelectField, TextField } from '@/edit/fields';
import { amountReader, currencyFormat } from '@/edit/reading';
import { optionalFigure, resolverOf, text } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { Window } from '@/ui/Window';
import type { ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { toast } from 'sonner';
import { z } from 'zod';
import type { Gap } from './Gaps';

const LABELS: Record<string, string> = {
    sku: t('market.gapSku'),
    title: t('market.gapTitle'),
    channel: t('market.gapChannel'),
    price: t('market.gapPrice'),
};

/** A product of ours from what others sell, with a draft to offer it. */
export default function DraftGap({ gap, onClose }: { gap: Gap; onClose: () => void }) {
    const changed = useChanged();
    const own = useWorkspace().data?.currency ?? '';
    const channels = (useChannels().data ?? []).filter((channel) => channel.currency === own);
    const format = currencyFormat(own);
    const amount = amountReader(format);
    const edit = useEditForm({
        name: `draft ${gap.id}`,
        current: { sku: '', title: gap.title, channel: '', price: gap.lowest },
        resolver: resolverOf(
            z.object({ sku: text(255), title: text(255), channel: z.string(), price: optionalFigure(amount) }),
        ),
        save: (wanted) =>
            take(
                api.POST('/api/v1/gaps/{id}/draft', {
                    params: { path: { id: gap.id } },
                    body: {
                        sku: wanted.sku,
                        title: wanted.title,
                        ...(wanted.channel === '' ? {} : { channel: wanted.channel, price: wanted.price }),
                    },
                }),
            ),
        onSaved: () => {
            changed('rivals', 'listings', 'batches');
            toast(t('market.gapWasDrafted'));
            onClose();
        },
    });
    return (
        <Window open onClose={onClose} title={t('market.gapDraft')}>
            <EditForm edit={edit} save={t('market.gapDoDraft')} label={(path) => LABELS[path] ?? path}>
                <TextField name="title" label={LABELS.title!} />
                <TextField name="sku" label={LABELS.sku!} />
                <SelectField
                    name="channel"
                    label={LABELS.channel!}
                    options={[
                        ['', t('market.gapNoChannel')],
                        ...channels.map((channel) => [channel.name, channel.name] as const),
                    ]}
                />
                <PriceOnChannel>
                    <FigureField name="price" label={LABELS.price!} unit={format.symbol} reader={amount} />
                </PriceOnChannel>
            </EditForm>
        </Window>
    );
}

/** Where it is not offered, it has no price. */
function PriceOnChannel({ children }: { children: ReactNode }) {
    return useWatch({ name: 'channel' }) === '' ? null : children;
}
