import { key, useChanged } from '@/api/keys';
import { api, take, type Channel } from '@/api/client';
import { useFacets } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SelectField, TickField } from '@/edit/fields';
import { percentReader } from '@/edit/reading';
import { optionalFigure, resolverOf } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Select';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { toast } from 'sonner';
import { z } from 'zod';
import { feeDraft, feeSchema } from '../fees';
import { FeeLines } from '../FeeLines';

const taxReader = percentReader({ max: 100 });

function schemaOf(currency: string) {
    const fees = z.array(feeSchema(currency));
    return z.object({
        fees,
        tax_percent: optionalFigure(taxReader),
        tax_included: z.enum(['', 'with', 'without']),
        categories: z.array(
            z.object({
                name: z.string(),
                tax_percent: optionalFigure(taxReader),
                hasFees: z.boolean(),
                fees,
            }),
        ),
    });
}

type Schema = ReturnType<typeof schemaOf>;
type Draft = z.input<Schema>;
type Wanted = z.output<Schema>;

const draftOf = (channel: Channel): Draft => ({
    fees: channel.fees.map(feeDraft),
    tax_percent: channel.tax_percent ?? '',
    tax_included: channel.tax_included === null ? '' : channel.tax_included ? 'with' : 'without',
    categories: Object.entries(channel.categories).map(([name, terms]) => ({
        name,
        tax_percent: terms.tax_percent ?? '',
        hasFees: terms.fees != null,
        fees: (terms.fees ?? []).map(feeDraft),
    })),
});

const bodyOf = ({ fees, tax_percent, tax_included, categories }: Wanted) => ({
    fees,
    tax_percent: tax_percent ?? '',
    tax_included: tax_included === '' ? null : tax_included === 'with',
    categories: Object.fromEntries(
        categories.map((one) => [one.name, { fees: one.hasFees ? one.fees : null, tax_percent: one.tax_percent }]),
    ),
});

const LABELS: Record<string, string> = {
    fees: 'The fees',
    tax_percent: 'The tax',
    tax_included: 'Whether prices contain the tax',
    categories: 'Fees and tax of categories',
};

/** Fees and tax of a channel, in general and of categories whose fees or tax differ. */
export function ChannelTerms({ channel }: { channel: Channel }) {
    const client = useQueryClient();
    const changed = useChanged();
    const resolver = useMemo(() => resolverOf(schemaOf(channel.currency)), [channel.currency]);
    const save = useMutation({
        mutationFn: (body: ReturnType<typeof bodyOf> & { revision: number | undefined }) =>
            take(api.PATCH('/api/v1/channels/{id}', { params: { path: { id: channel.id } }, body })),
        onSuccess: () => {
            changed('workspace');
        },
    });
    const edit = useEditForm({
        name: `terms of channel ${channel.id}`,
        current: draftOf(channel),
        version: channel.revision,
        resolver,
        save: (wanted: Wanted, revision) => save.mutateAsync({ ...bodyOf(wanted), revision }),
        onSaved: () => toast(`Fees of ${channel.name} saved. Floors are being worked out again.`),
        onConflict: () => void client.invalidateQueries({ queryKey: key('channels') }),
        fieldOf: (path) => {
            const [first, name, ...rest] = path.split('.');
            if (first !== 'categories') return path;
            const index = Object.keys(channel.categories).indexOf(name ?? '');
            return ['categories', index, ...rest].join('.');
        },
    });
    return (
        <section>
            <h2 className="mb-2 text-[16px]">Fees and tax</h2>
            <EditForm
                edit={edit}
                save="Save fees and tax"
                label={(path) => LABELS[path] ?? path}
                show={(value, path) => (path === 'fees' || path === 'categories' ? summary(value) : String(value))}
                className="grid gap-5"
            >
                <FeeLines name="fees" currency={channel.currency} />
                <div className="flex flex-wrap items-start gap-4">
                    <FigureField
                        name="tax_percent"
                        label="Tax (VAT)"
                        className="w-44"
                        unit="%"
                        reader={taxReader}
                        placeholder="as in general"
                    />
                    <SelectField
                        name="tax_included"
                        label="Its prices"
                        className="w-56"
                        options={[
                            ['', 'contain it as in general'],
                            ['with', 'contain the tax'],
                            ['without', 'do not contain the tax'],
                        ]}
                    />
                </div>
                <CategoryTerms channel={channel} />
            </EditForm>
        </section>
    );
}

const summary = (value: unknown) => (Array.isArray(value) ? `${value.length} of them` : 'none');

/** Categories whose fees or tax differ. */
function CategoryTerms({ channel }: { channel: Channel }) {
    const facets = useFacets();
    const own = useFieldArray<Draft, 'categories'>({ name: 'categories' });
    const terms = useWatch<Draft, 'categories'>({ name: 'categories' });
    const general = useWatch<Draft, 'fees'>({ name: 'fees' });
    const free = facets.data?.categories.filter((name) => !terms.some((one) => one.name === name)) ?? [];
    return (
        <div className="grid gap-4">
            {own.fields.map((field, index) => {
                const name = terms[index]?.name ?? '';
                return (
                    <fieldset key={field.id} className="grid gap-3 border-l-2 border-line-2 pl-4">
                        <legend className="float-left mb-1 flex w-full items-center gap-3 font-bold">
                            {name}
                            <Button look="quiet" onClick={() => own.remove(index)}>
                                As in general
                            </Button>
                        </legend>
                        <FigureField
                            name={`categories.${index}.tax_percent`}
                            label="Tax (VAT)"
                            className="w-44"
                            unit="%"
                            reader={taxReader}
                            placeholder="as on the channel"
                        />
                        <TickField name={`categories.${index}.hasFees`} label={`Own fees for ${name}`}>
                            Own fees
                        </TickField>
                        {terms[index]?.hasFees && (
                            <FeeLines name={`categories.${index}.fees`} currency={channel.currency} />
                        )}
                    </fieldset>
                );
            })}
            {free.length > 0 && (
                <Select
                    label="Other fees or tax for a category"
                    className="w-64"
                    value=""
                    options={[['', 'choose a category'], ...free.map((name) => [name, name] as const)]}
                    onChange={(name) =>
                        name !== '' && own.append({ name, tax_percent: '', hasFees: false, fees: general })
                    }
                />
            )}
        </div>
    );
}
