import { t } from '@/messages/channels';
import { key, useChanged } from '@/api/keys';
import { api, take, type Channel } from '@/api/client';
import { useFacets } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SearchField, SelectField, TextField, TickField } from '@/edit/fields';
import { countries } from '@/ui/countries';
import { percentReader } from '@/edit/reading';
import { optionalFigure, resolverOf } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { Button } from '@/ui/Button';
import { SearchChoice } from '@/edit/SearchChoice';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { toast } from 'sonner';
import { z } from 'zod';
import { feeDraft, feeSchema } from './fees';
import { FeeLines } from './FeeLines';

const taxReader = percentReader({ max: 100 });

function schemaOf(currency: string) {
    const fees = z.array(feeSchema(currency));
    return z.object({
        fees,
        country: z.string(),
        language: z.string(),
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
    country: channel.country ?? '',
    language: channel.language ?? '',
    tax_percent: channel.tax_percent ?? '',
    tax_included: channel.tax_included === null ? '' : channel.tax_included ? 'with' : 'without',
    categories: Object.entries(channel.categories).map(([name, terms]) => ({
        name,
        tax_percent: terms.tax_percent ?? '',
        hasFees: terms.fees != null,
        fees: (terms.fees ?? []).map(feeDraft),
    })),
});

const bodyOf = ({ fees, country, language, tax_percent, tax_included, categories }: Wanted) => ({
    fees,
    country: country || null,
    language: language || null,
    tax_percent: tax_percent ?? '',
    tax_included: tax_included === '' ? null : tax_included === 'with',
    categories: Object.fromEntries(
        categories.map((one) => [one.name, { fees: one.hasFees ? one.fees : null, tax_percent: one.tax_percent }]),
    ),
});

const LABELS: Record<string, string> = {
    fees: t('channels.theFees'),
    country: t('channels.country'),
    language: t('channels.language'),
    tax_percent: t('channels.theTax'),
    tax_included: t('channels.whetherPricesContainTheTax'),
    categories: t('channels.feesAndTaxOfCategories'),
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
        onSaved: () => toast(t('channels.feesOfSavedFloorsAreBeing', { name: channel.name })),
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
            <h2 className="mb-2 text-[16px]">{t('channels.feesAndTax')}</h2>
            <EditForm
                edit={edit}
                save={t('channels.saveFeesAndTax')}
                label={(path) => LABELS[path] ?? path}
                show={(value, path) => (path === 'fees' || path === 'categories' ? summary(value) : String(value))}
                className="grid gap-5"
            >
                <div className="grid max-w-[560px] grid-cols-3 items-start gap-4 max-[640px]:grid-cols-1">
                    <SearchField
                        name="country"
                        label={LABELS.country!}
                        options={[['', t('channels.noCountry')], ...countries()]}
                    />
                    <TextField
                        name="language"
                        label={LABELS.language!}
                        placeholder={t('channels.languageSuchAs')}
                        maxLength={12}
                    />
                    <p>
                        <span className="mb-1 block text-text-2">{t('channels.currency')}</span>
                        <span className="block pt-1.5">{channel.currency}</span>
                    </p>
                </div>
                <FeeLines name="fees" currency={channel.currency} />
                <div className="flex flex-wrap items-start gap-4">
                    <FigureField
                        name="tax_percent"
                        label={t('channels.taxVat')}
                        className="w-44"
                        unit="%"
                        reader={taxReader}
                        placeholder={t('channels.asInGeneral')}
                    />
                    <SelectField
                        name="tax_included"
                        label={t('channels.itsPrices')}
                        className="w-56"
                        options={[
                            ['', t('channels.containItAsInGeneral')],
                            ['with', t('channels.containTheTax')],
                            ['without', t('channels.doNotContainTheTax')],
                        ]}
                    />
                </div>
                <CategoryTerms channel={channel} />
            </EditForm>
        </section>
    );
}

const summary = (value: unknown) =>
    Array.isArray(value) ? t('channels.ofThem', { length: value.length }) : t('channels.none');

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
                                {t('channels.asInGeneral2')}
                            </Button>
                        </legend>
                        <FigureField
                            name={`categories.${index}.tax_percent`}
                            label={t('channels.taxVat')}
                            className="w-44"
                            unit="%"
                            reader={taxReader}
                            placeholder={t('channels.asOnTheChannel')}
                        />
                        <TickField name={`categories.${index}.hasFees`} label={t('channels.ownFeesFor', { name })}>
                            {t('channels.ownFees')}
                        </TickField>
                        {terms[index]?.hasFees && (
                            <FeeLines name={`categories.${index}.fees`} currency={channel.currency} />
                        )}
                    </fieldset>
                );
            })}
            {free.length > 0 && (
                <SearchChoice
                    label={t('channels.otherFeesOrTaxForA')}
                    className="w-64"
                    value=""
                    options={[['', t('channels.chooseACategory')], ...free.map((name) => [name, name] as const)]}
                    onChange={(name) =>
                        name !== '' && own.append({ name, tax_percent: '', hasFees: false, fees: general })
                    }
                />
            )}
        </div>
    );
}
