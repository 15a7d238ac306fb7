import { t } from '@/messages/settings';
import { api, take } from '@/api/client';
import { useChanged } from '@/api/keys';
import { useFacets } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SearchField } from '@/edit/fields';
import { dateReader, percentReader } from '@/edit/reading';
import { figure, optionalFigure, resolverOf, text } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { dayInFull } from '@/messages/locale';
import { countries } from '@/ui/countries';
import { toast } from 'sonner';
import { z } from 'zod';

const taxReader = percentReader({ max: 100 });

const resolver = resolverOf(
    z.object({
        country: text(2),
        category: z.string(),
        percent: figure(taxReader),
        valid_from: optionalFigure(dateReader),
    }),
);

const LABELS: Record<string, string> = {
    country: t('settings.taxCountry'),
    category: t('settings.taxCategory'),
    percent: t('settings.taxRate'),
    valid_from: t('settings.taxFrom'),
};

/** A rate that holds from a day on. */
export function NewTaxRate({ onAdded }: { onAdded: () => void }) {
    const changed = useChanged();
    const facets = useFacets();
    const edit = useEditForm({
        name: 'new tax',
        current: { country: '', category: '', percent: '', valid_from: '' },
        resolver,
        save: ({ category, ...rate }) =>
            take(api.POST('/api/v1/tax-rates', { body: { ...rate, category: category || null } })),
        onSaved: ({ holds, valid_from }) => {
            changed('workspace', 'listings');
            toast(
                holds === 'later'
                    ? t('settings.taxWillBeTaken', { day: dayInFull(valid_from) })
                    : t('settings.taxIsTaken'),
            );
            onAdded();
        },
    });
    return (
        <EditForm
            edit={edit}
            save={t('settings.addTaxRate')}
            label={(path) => LABELS[path] ?? path}
            isNew
            className="grid gap-4"
        >
            <div className="grid max-w-[820px] grid-cols-4 items-start gap-x-4 gap-y-3 max-[900px]:grid-cols-2">
                <SearchField
                    name="country"
                    label={LABELS.country!}
                    options={[['', t('settings.chooseTaxCountry')], ...countries()]}
                />
                <SearchField
                    name="category"
                    label={LABELS.category!}
                    options={[
                        ['', t('settings.taxOfEverything')],
                        ...(facets.data?.categories.map((name) => [name, name] as const) ?? []),
                    ]}
                />
                <FigureField name="percent" label={LABELS.percent!} unit="%" reader={taxReader} />
                <FigureField
                    name="valid_from"
                    label={LABELS.valid_from!}
                    reader={dateReader}
                    placeholder={t('settings.taxFromToday')}
                />
            </div>
        </EditForm>
    );
}
