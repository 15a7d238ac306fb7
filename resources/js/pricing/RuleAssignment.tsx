import { key } from '@/api/keys';
import type { ListingFilter, Rule } from '@/api/client';
import { useChannels, useFacets } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SelectField } from '@/edit/fields';
import { wholeReader } from '@/edit/reading';
import { figure, resolverOf } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { count } from '@/ui/words';
import { useQueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';
import { z } from 'zod';
import { useSaveRule } from './queries';

const NAMES = [
    ['category', 'Category', 'categories'],
    ['supplier', 'Supplier', 'suppliers'],
    ['brand', 'Brand', 'brands'],
] as const;

const priorityReader = wholeReader({ max: 1_000 });

const schema = z.object({
    category: z.string(),
    supplier: z.string(),
    brand: z.string(),
    channel: z.string(),
    priority: figure(priorityReader),
    home: z.string(),
});

type Draft = z.input<typeof schema>;
type Wanted = z.output<typeof schema>;

const draftOf = ({ settings }: Rule): Draft => ({
    category: settings.assigned?.category ?? '',
    supplier: settings.assigned?.supplier ?? '',
    brand: settings.assigned?.brand ?? '',
    channel: settings.assigned?.channel?.toString() ?? '',
    priority: String(settings.priority ?? 0),
    home: settings.default_channel_id?.toString() ?? '',
});

/** With what the filter has besides, made by a program. */
function settingsOf(wanted: Wanted, rule: Rule) {
    const filter: ListingFilter = { ...rule.settings.assigned };
    for (const [name] of NAMES) {
        if (wanted[name] === '') delete filter[name];
        else filter[name] = wanted[name];
    }
    if (wanted.channel === '') delete filter.channel;
    else filter.channel = Number(wanted.channel);
    return {
        assigned: Object.keys(filter).length > 0 ? filter : null,
        priority: Number(wanted.priority),
        default_channel_id: wanted.home === '' ? null : Number(wanted.home),
    };
}

const LABELS: Record<keyof Draft, string> = {
    category: 'Category',
    supplier: 'Supplier',
    brand: 'Brand',
    channel: 'Channel',
    priority: 'Priority',
    home: 'Default rule for',
};

/** Which listings are put on the rule by themselves. */
export function RuleAssignment({ rule }: { rule: Rule }) {
    const client = useQueryClient();
    const facets = useFacets();
    const channels = useChannels();
    const save = useSaveRule(rule.id);
    const edit = useEditForm({
        name: `assignment of rule ${rule.id}`,
        current: draftOf(rule),
        version: rule.revision,
        resolver: resolverOf(schema),
        save: (wanted: Wanted, revision) => save.mutateAsync({ settings: settingsOf(wanted, rule), revision }),
        onSaved: (saved) => toast(`${count(saved.listings, 'listing is', 'listings are')} on it now`),
        onConflict: () => void client.invalidateQueries({ queryKey: key('rule', rule.id) }),
        fieldOf: (path) => (path === 'default_channel_id' ? 'home' : path.replace(/^assigned\./, '')),
    });
    const named = (names: readonly string[] | undefined): [string, string][] => [
        ['', 'any'],
        ...(names ?? []).map((name): [string, string] => [name, name]),
    ];
    const on = (none: string): [string, string][] => [
        ['', none],
        ...(channels.data ?? []).map((one): [string, string] => [String(one.id), one.name]),
    ];
    return (
        <details
            className="mt-4 border-t border-line pt-3"
            open={rule.settings.assigned != null || edit.isDirty || undefined}
        >
            <summary className="font-bold">Assign listings automatically</summary>
            <EditForm
                edit={edit}
                save="Assign them"
                label={(path) => LABELS[path as keyof Draft]}
                className="mt-2 grid gap-3"
            >
                <p className="max-w-[62ch] text-text-2">
                    All that match are put on it, also those that come in later. What you put on a rule by hand stays
                    there.
                </p>
                <div className="grid grid-cols-3 items-start gap-3 max-[1160px]:grid-cols-2">
                    {NAMES.map(([name, label, list]) => (
                        <SelectField key={name} name={name} label={label} options={named(facets.data?.[list])} />
                    ))}
                    <SelectField name="channel" label="Channel" options={on('any')} />
                    <FigureField
                        name="priority"
                        label="Priority"
                        reader={priorityReader}
                        note="Where several rules match a listing, the highest gets it."
                    />
                    <SelectField name="home" label="Default rule for this channel" options={on('no channel')} />
                </div>
            </EditForm>
        </details>
    );
}
