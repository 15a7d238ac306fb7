import { t } from '@/messages/pricing';
import { key } from '@/api/keys';
import type { ListingFilter, Rule } from '@/api/client';
import { useChannels, useFacets, useCountries } from '@/api/queries';
import { countryName } from '@/ui/countries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SearchField, SelectField } from '@/edit/fields';
import { wholeReader } from '@/edit/reading';
import { figure, resolverOf } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { useQueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';
import { z } from 'zod';
import { useSaveRule } from './queries';

const NAMES = [
    ['category', t('pricing.category'), 'categories'],
    ['supplier', t('pricing.supplier'), 'suppliers'],
    ['brand', t('pricing.brand'), 'brands'],
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

/** How a country begins that is chosen in place of a channel. */
const COUNTRY = 'country:';

const draftOf = ({ settings }: Rule): Draft => ({
    category: settings.assigned?.category ?? '',
    supplier: settings.assigned?.supplier ?? '',
    brand: settings.assigned?.brand ?? '',
    channel: settings.assigned?.country
        ? COUNTRY + settings.assigned.country
        : (settings.assigned?.channel?.toString() ?? ''),
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
    delete filter.channel;
    delete filter.country;
    if (wanted.channel.startsWith(COUNTRY)) filter.country = wanted.channel.slice(COUNTRY.length);
    else if (wanted.channel !== '') filter.channel = Number(wanted.channel);
    return {
        assigned: Object.keys(filter).length > 0 ? filter : null,
        priority: Number(wanted.priority),
        default_channel_id: wanted.home === '' ? null : Number(wanted.home),
    };
}

const LABELS: Record<keyof Draft, string> = {
    category: t('pricing.category'),
    supplier: t('pricing.supplier'),
    brand: t('pricing.brand'),
    channel: t('pricing.channelOrCountry'),
    priority: t('pricing.priority'),
    home: t('pricing.defaultRuleFor'),
};

/** Which listings are put on the rule by themselves. */
export function RuleAssignment({ rule }: { rule: Rule }) {
    const client = useQueryClient();
    const facets = useFacets();
    const channels = useChannels();
    const countries = useCountries();
    const save = useSaveRule(rule.id);
    const edit = useEditForm({
        name: `assignment of rule ${rule.id}`,
        current: draftOf(rule),
        version: rule.revision,
        resolver: resolverOf(schema),
        save: (wanted: Wanted, revision) => save.mutateAsync({ settings: settingsOf(wanted, rule), revision }),
        onSaved: (saved) => toast(t('pricing.listingsAreOnItNow', { listings: saved.listings })),
        onConflict: () => void client.invalidateQueries({ queryKey: key('rule', rule.id) }),
        fieldOf: (path) => (path === 'default_channel_id' ? 'home' : path.replace(/^assigned\./, '')),
    });
    const named = (names: readonly string[] | undefined): [string, string][] => [
        ['', t('pricing.any')],
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
            <summary className="font-bold">{t('pricing.assignListings')}</summary>
            <EditForm
                edit={edit}
                save={t('pricing.assignThem')}
                label={(path) => LABELS[path as keyof Draft]}
                className="mt-2 grid gap-3"
            >
                <p className="max-w-[62ch] text-text-2">{t('pricing.allThatMatchArePutOn')}</p>
                <div className="grid grid-cols-3 items-start gap-3 max-[1160px]:grid-cols-2">
                    {NAMES.map(([name, label, list]) => (
                        <SearchField key={name} name={name} label={label} options={named(facets.data?.[list])} />
                    ))}
                    <SelectField
                        name="channel"
                        label={countries.length > 0 ? LABELS.channel : t('pricing.channel')}
                        options={[
                            ...on(t('pricing.any')),
                            ...countries.map((code) => [COUNTRY + code, countryName(code)] as const),
                        ]}
                    />
                    <FigureField
                        name="priority"
                        label={t('pricing.priority')}
                        reader={priorityReader}
                        note={t('pricing.whereSeveralRulesMatchA')}
                    />
                    <SelectField
                        name="home"
                        label={t('pricing.defaultRuleForThisChannel')}
                        options={on(t('pricing.noChannel'))}
                    />
                </div>
            </EditForm>
        </details>
    );
}
