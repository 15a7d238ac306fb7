import type { Workspace } from '@/api/client';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SelectField, TickField } from '@/edit/fields';
import { percentReader } from '@/edit/reading';
import { figure, resolverOf } from '@/edit/schemas';
import { shown } from '@/ui/figures';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { useController } from 'react-hook-form';
import { z } from 'zod';
import { useWorkspaceEdit } from './useWorkspaceEdit';

const ZONES = [...Intl.supportedValuesOf('timeZone'), 'UTC'].map((zone) => [zone, zone.replaceAll('_', ' ')] as const);

const taxReader = percentReader({ max: 100 });

const resolver = resolverOf(
    z.object({
        tax_percent: figure(taxReader),
        tax_included: z.boolean(),
        time_zone: z.string(),
        stands: z.custom<Stands>(),
    }),
);

const LABELS: Record<string, string> = {
    tax_percent: 'The tax',
    tax_included: 'Whether prices contain the tax',
    time_zone: 'The time zone',
    'stands.stands': 'How long a price set by hand stands',
    'stands.hours': 'How many hours a price set by hand stands',
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
            stands: { stands: workspace.hand_price_stands, hours: workspace.hand_price_hours } as Stands,
        },
        resolver,
        change: ({ stands, ...wanted }) => ({
            ...wanted,
            hand_price_stands: stands.stands,
            ...(stands.hours ? { hand_price_hours: stands.hours } : {}),
        }),
        saved: 'Saved',
    });
    const zones = ZONES.some(([one]) => one === workspace.time_zone)
        ? ZONES
        : [[workspace.time_zone, workspace.time_zone] as const, ...ZONES];
    return (
        <section>
            <h2 className="text-[17px]">{workspace.name}</h2>
            <p className="mt-0.5 mb-4 max-w-[68ch] text-text-2">
                Prices are in {workspace.currency}. Hours, weekdays, schedules and the days from which costs hold are
                meant in the time zone, and every time is shown in it. It is{' '}
                {shown(new Date(), { hour: '2-digit', minute: '2-digit' })} there now.
            </p>
            <EditForm
                edit={edit}
                save="Save"
                label={(path) => LABELS[path] ?? path}
                className="grid max-w-[640px] gap-5"
            >
                <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
                    <FigureField name="tax_percent" label="Tax (VAT)" className="w-40" unit="%" reader={taxReader} />
                    <div className="pt-7">
                        <TickField name="tax_included" label="Prices contain the tax" />
                    </div>
                </div>
                <SelectField name="time_zone" label="Time zone" options={zones} className="w-72" />
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
            label="A price set by hand stands"
            className="w-72"
        />
    );
}
