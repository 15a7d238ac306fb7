import { t } from '@/messages/settings';
import { key } from '@/api/keys';
import { api, take, type LimitTerm, type ScopeLimits } from '@/api/client';
import { useChannels, useCurrencies, useFacets } from '@/api/queries';
import { CurrencySwitch } from '@/edit/CurrencySwitch';
import { EditForm } from '@/edit/EditForm';
import { SelectField, TextField } from '@/edit/fields';
import { resolverOf, text } from '@/edit/schemas';
import { mayClose } from '@/edit/unsaved';
import { useEditForm } from '@/edit/useEditForm';
import { Button } from '@/ui/Button';
import { Failed } from '@/ui/Failed';
import { Window } from '@/ui/Window';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';
import { draft, type Draft as TermDraft, saysDrafts, type Side, termsSchema } from './limitTerms';
import { TermLines, termField } from './TermLines';

const SCOPES = [
    ['supplier', t('settings.theSupplier')],
    ['category', t('settings.theCategory')],
    ['brand', t('settings.theBrand')],
    ['channel', t('settings.theChannel')],
    ['product', t('settings.theProductWithSku')],
] as const;

type Scope = ScopeLimits['scope'];

interface Wanted {
    scope: Scope;
    name: string;
    floor: LimitTerm[];
    ceiling: LimitTerm[];
}

const LABELS: Record<string, string> = {
    floor: t('settings.theFloor'),
    ceiling: t('settings.theCeiling'),
    name: t('settings.theName'),
    scope: t('settings.for'),
};

/** Sets or changes the limits of one channel, supplier, category, brand or product. */
export function ScopeLimitsWindow({
    set,
    others,
    currency,
    onClose,
}: {
    set: ScopeLimits | null;
    others: ScopeLimits[];
    currency: string;
    onClose: () => void;
}) {
    const client = useQueryClient();
    const name = set ? t('settings.limitsOf', { scope: set.scope, name: set.name }) : t('settings.limitsNew');
    const currencies = useCurrencies(currency);
    const [writtenIn, setWrittenIn] = useState(currency);
    const resolver = useMemo(() => {
        const terms = termsSchema(currency);
        const isTaken = (one: { scope: Scope; name: string }) =>
            set === null && others.some((other) => other.scope === one.scope && other.name === one.name);
        return resolverOf(
            z
                .object({
                    scope: z.enum(['supplier', 'category', 'brand', 'channel', 'product']),
                    name: text(),
                    floor: terms,
                    ceiling: terms,
                })
                .refine((one) => !isTaken(one), {
                    path: ['name'],
                    message: t('settings.itHasLimitsAlreadyChange'),
                })
                .refine((one) => one.floor.length + one.ceiling.length > 0, {
                    path: ['name'],
                    message: t('settings.addATermToTheFloor'),
                }),
        );
    }, [currency, set, others]);
    const store = useMutation({
        mutationFn: ({ wanted, version }: { wanted: Wanted; version: number }) =>
            take(
                api.PUT('/api/v1/limits', {
                    body: {
                        scope: wanted.scope,
                        name: wanted.name,
                        limits: { floor: wanted.floor, ceiling: wanted.ceiling },
                        version,
                    },
                }),
            ),
        onSuccess: () => {
            void client.invalidateQueries({ queryKey: key('limits') });
            toast(t('settings.savedFloorsAndCeilingsAre'));
            onClose();
        },
    });
    const edit = useEditForm({
        name,
        current: {
            scope: set?.scope ?? ('category' as Scope),
            name: set?.name ?? '',
            floor: (set?.limits.floor ?? [{ kind: 'margin' as const }]).map(draft),
            ceiling: (set?.limits.ceiling ?? []).map(draft),
        },
        version: set?.version ?? 0,
        resolver,
        save: (wanted: Wanted, version) => store.mutateAsync({ wanted, version: version ?? 0 }),
        onConflict: () => void client.invalidateQueries({ queryKey: key('limits') }),
        fieldOf: termField,
    });
    const remove = useMutation({
        mutationFn: (limits: ScopeLimits) =>
            store.mutateAsync({
                wanted: { scope: limits.scope, name: limits.name, floor: [], ceiling: [] },
                version: limits.version,
            }),
    });
    const names = useNames(edit.values.scope);
    const close = () => void mayClose(name).then((may) => may && onClose());
    return (
        <Window
            open
            onClose={close}
            title={
                set
                    ? t('settings.limitsOfThe', { scope: set.scope, name: set.name })
                    : t('settings.limitsForSomeListings')
            }
        >
            <EditForm
                edit={edit}
                save={t('settings.saveLimits')}
                label={(path) => LABELS[path] ?? path}
                show={(value, path) =>
                    path === 'floor' || path === 'ceiling'
                        ? saysDrafts(value as TermDraft[], path as Side)
                        : String(value)
                }
                className="grid gap-4"
                buttons={
                    <>
                        {set && (
                            <Button disabled={remove.isPending} onClick={() => remove.mutate(set)}>
                                {t('settings.removeTheseLimits')}
                            </Button>
                        )}
                        <Button onClick={close}>{t('settings.cancel')}</Button>
                        <Failed action={remove} what={t('settings.theyCouldNotBeRemoved')} />
                    </>
                }
            >
                {set === null && (
                    <div className="grid grid-cols-[170px_1fr] items-start gap-3">
                        <SelectField name="scope" label={t('settings.for')} options={SCOPES} />
                        <TextField name="name" label={t('settings.named')} list="scope-names" />
                        <datalist id="scope-names">
                            {names.map((one) => (
                                <option key={one} value={one} />
                            ))}
                        </datalist>
                    </div>
                )}
                <CurrencySwitch
                    currencies={currencies}
                    value={writtenIn}
                    onChange={setWrittenIn}
                    className="col-span-full"
                />
                <TermLines side="floor" own={currency} currency={writtenIn} />
                <TermLines side="ceiling" own={currency} currency={writtenIn} />
            </EditForm>
        </Window>
    );
}

function useNames(scope: Scope): string[] {
    const facets = useFacets();
    const channels = useChannels();
    const names: Record<Scope, string[] | undefined> = {
        supplier: facets.data?.suppliers,
        category: facets.data?.categories,
        brand: facets.data?.brands,
        channel: channels.data?.map((one) => one.name),
        product: [],
    };
    return names[scope] ?? [];
}
