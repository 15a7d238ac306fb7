import { t } from '@/messages/settings';
import type { Workspace } from '@/api/client';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SearchField, SelectField, TickField } from '@/edit/fields';
import { percentReader } from '@/edit/reading';
import { figure, resolverOf } from '@/edit/schemas';
import { timeFormat } from '@/messages/locale';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { useController } from 'react-hook-form';
import { z } from 'zod';
import { useWorkspaceEdit } from './useWorkspaceEdit';

const ZONES = [...Intl.supportedValuesOf('timeZone'), 'UTC'].map((zone) => [zone, zone.replaceAll('_', ' ')] as const);

/** Where they are written so, and how that looks. */
const LOCALES: Record<Workspace['locale'], string> = {
    'en-GB': 'United Kingdom',
    'en-US': 'United States',
    'de-DE': 'Deutschland',
    'de-AT': 'Österreich',
    'de-CH': 'Schweiz',
    'fr-FR': 'France',
    'nl-NL': 'Nederland',
    'it-IT': 'Italia',
    'es-ES': 'España',
    'pl-PL': 'Polska',
    'sv-SE': 'Sverige',
};

const NOTATIONS = (Object.keys(LOCALES) as Workspace['locale'][]).map((locale) => {
    const figure = new Intl.NumberFormat(locale, { minimumFractionDigits: 2 }).format(12_345.6);
    const day = new Intl.DateTimeFormat(locale, { dateStyle: 'short', timeZone: 'UTC' }).format(Date.UTC(2026, 11, 31));
    return [locale, `${figure} · ${day} · ${LOCALES[locale]}`] as const;
});

const taxReader = percentReader({ max: 100 });

const resolver = resolverOf(
    z.object({
        tax_percent: figure(taxReader),
        tax_included: z.boolean(),
        time_zone: z.string(),
        locale: z.custom<Workspace['locale']>(),
        stands: z.custom<Stands>(),
    }),
);

const LABELS: Record<string, string> = {
    tax_percent: t('settings.theTax'),
    tax_included: t('settings.whetherPricesContainTheTax'),
    time_zone: t('settings.theTimeZone'),
    locale: t('settings.howFiguresAndDatesAre'),
    'stands.stands': t('settings.howLongAPriceSetBy'),
    'stands.hours': t('settings.howManyHoursAPriceSet'),
};

/** Tax, time zone, and how long prices set by hand stand. */
export function WorkspaceSettings({ workspace }: { workspace: Workspace }) {
    const edit = useWorkspaceEdit({
        name: 'workspace',
        workspace,
        current: {
            tax_percent: workspace.tax_percent,
            tax_included: workspace.tax_included,
            time_zone: workspace.time_zone,
            locale: workspace.locale,
            stands: { stands: workspace.hand_price_stands, hours: workspace.hand_price_hours } as Stands,
        },
        resolver,
        change: ({ stands, ...wanted }) => ({
            ...wanted,
            hand_price_stands: stands.stands,
            ...(stands.hours ? { hand_price_hours: stands.hours } : {}),
        }),
        saved: t('settings.saved'),
    });
    const zones = ZONES.some(([one]) => one === workspace.time_zone)
        ? ZONES
        : [[workspace.time_zone, workspace.time_zone] as const, ...ZONES];
    return (
        <section>
            <h2 className="text-[17px]">{workspace.name}</h2>
            <p className="mt-0.5 mb-4 max-w-[68ch] text-text-2">
                {t('settings.pricesAreInHoursWeekdays', {
                    currency: workspace.currency,
                    format: timeFormat({ hour: '2-digit', minute: '2-digit' }).format(new Date()),
                })}
            </p>
            <EditForm
                edit={edit}
                save={t('settings.save')}
                label={(path) => LABELS[path] ?? path}
                className="grid max-w-[640px] gap-5"
            >
                <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
                    <FigureField
                        name="tax_percent"
                        label={t('settings.taxVat')}
                        className="w-40"
                        unit="%"
                        reader={taxReader}
                    />
                    <div className="pt-7">
                        <TickField name="tax_included" label={t('settings.pricesContainTheTax')} />
                    </div>
                </div>
                <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
                    <SearchField name="time_zone" label={t('settings.timeZone')} options={zones} className="w-72" />
                    <SelectField
                        name="locale"
                        label={t('settings.figuresAndDates')}
                        options={NOTATIONS}
                        className="w-80"
                    />
                </div>
                <StandsField />
            </EditForm>
        </section>
    );
}

function StandsField() {
    const { field } = useController({ name: 'stands' });
    return (
        <HandPriceStands
            value={field.value as Stands}
            onChange={field.onChange}
            label={t('settings.aPriceSetByHandStands')}
            className="w-72"
        />
    );
}
