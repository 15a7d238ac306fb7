import { api, Problem, take, type ListingFilter, type Rule } from '@/api/client';
import { useChannels, useFacets } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Choices } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { money } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { count } from '@/ui/words';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { useSaveRule } from './queries';

/** Which listings the rule has, besides those put there by hand, and with how many it starts. */
export function RuleListings({ rule }: { rule: Rule }) {
    return (
        <>
            <Assigned rule={rule} />
            <Limited rule={rule} />
        </>
    );
}

const NAMES = [
    ['category', 'Category', 'categories'],
    ['supplier', 'Supplier', 'suppliers'],
    ['brand', 'Brand', 'brands'],
] as const;

function Assigned({ rule }: { rule: Rule }) {
    const facets = useFacets();
    const channels = useChannels();
    const save = useSaveRule(rule.id);
    const [filter, setFilter] = useState<ListingFilter>(rule.settings.assigned ?? {});
    const [priority, setPriority] = useState(String(rule.settings.priority ?? 0));
    const [home, setHome] = useState(rule.settings.default_channel_id?.toString() ?? '');
    const problem = save.error instanceof Problem ? save.error : null;
    const any = (names: string[] | undefined): [string, string][] => [
        ['', 'any'],
        ...(names ?? []).map((name): [string, string] => [name, name]),
    ];
    const set = (name: keyof ListingFilter, value: string | number | undefined) => {
        const next: Record<string, unknown> = { ...filter, [name]: value };
        if (value === undefined || value === '') delete next[name];
        setFilter(next as ListingFilter);
    };
    const keep = () =>
        save.mutate(
            {
                settings: {
                    assigned: Object.keys(filter).length > 0 ? filter : null,
                    priority: Number(priority) || 0,
                    default_channel_id: home === '' ? null : Number(home),
                },
            },
            { onSuccess: (saved) => toast(`${count(saved.listings, 'listing is', 'listings are')} on it now`) },
        );
    return (
        <details className="mt-4 border-t border-line pt-3" open={rule.settings.assigned != null}>
            <summary className="font-bold">Keep listings on it by themselves</summary>
            <form
                className="mt-2 grid gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    keep();
                }}
            >
                <p className="max-w-[62ch] text-text-2">
                    All that match are put on it, also those that come in later. What you put on a rule by hand stays
                    there.
                </p>
                <div className="grid grid-cols-3 items-start gap-3 max-[1160px]:grid-cols-2">
                    {NAMES.map(([name, label, list]) => (
                        <Select
                            key={name}
                            label={label}
                            value={filter[name] ?? ''}
                            options={any(facets.data?.[list])}
                            onChange={(value) => set(name, value)}
                        />
                    ))}
                    <Select
                        label="Channel"
                        value={filter.channel?.toString() ?? ''}
                        options={[
                            ['', 'any'],
                            ...(channels.data ?? []).map((one): [string, string] => [String(one.id), one.name]),
                        ]}
                        onChange={(value) => set('channel', value === '' ? undefined : Number(value))}
                    />
                    <Field
                        label="Priority"
                        inputMode="numeric"
                        value={priority}
                        onChange={(event) => setPriority(event.target.value)}
                        error={problem?.at('priority')}
                        note="Of several rules that match the highest has it."
                    />
                    <Select
                        label="And whatever no rule has, on"
                        value={home}
                        options={[
                            ['', 'no channel'],
                            ...(channels.data ?? []).map((one): [string, string] => [String(one.id), one.name]),
                        ]}
                        onChange={setHome}
                    />
                </div>
                {problem && Object.keys(problem.errors).length === 0 && <ProblemNotice error={problem} />}
                <div>
                    <Button type="submit" disabled={save.isPending}>
                        Put them on it
                    </Button>
                </div>
            </form>
        </details>
    );
}

type How = 'all' | 'listings' | 'percent';

function Limited({ rule }: { rule: Rule }) {
    const save = useSaveRule(rule.id);
    const { only_listings: many, only_percent: percent } = rule.settings;
    const [how, setHow] = useState<How>(many != null ? 'listings' : percent != null ? 'percent' : 'all');
    const [figure, setFigure] = useState(String(many ?? percent ?? 10));
    const problem = save.error instanceof Problem ? save.error : null;
    const isLimited = many != null || percent != null;
    const keep = () => {
        const settings =
            how === 'all'
                ? { only_listings: null, only_percent: null }
                : how === 'listings'
                  ? { only_listings: Number(figure) }
                  : { only_percent: Number(figure) };
        save.mutate(
            { settings },
            {
                onSuccess: (saved) =>
                    toast(
                        saved.held_back > 0
                            ? `${saved.held_back} are held back to compare`
                            : 'It has all its listings now',
                    ),
            },
        );
    };
    return (
        <details className="mt-4 border-t border-line pt-3" open={isLimited}>
            <summary className="font-bold">
                Start with a few
                {isLimited && (
                    <span className="font-normal text-text-2">: {count(rule.held_back, 'is', 'are')} held back</span>
                )}
            </summary>
            <form
                className="mt-2 grid gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    keep();
                }}
            >
                <Choices
                    label="It reprices"
                    value={how}
                    onChange={setHow}
                    options={[
                        ['all', 'all its listings'],
                        ['listings', 'so many of them, the others are held back to compare'],
                        ['percent', 'a part of them, in percent'],
                    ]}
                />
                {how !== 'all' && (
                    <Field
                        label={how === 'listings' ? 'Listings' : 'Percent of its listings'}
                        className="w-40"
                        inputMode="numeric"
                        unit={how === 'percent' ? '%' : undefined}
                        value={figure}
                        onChange={(event) => setFigure(event.target.value)}
                        error={problem?.at('only_listings') ?? problem?.at('only_percent')}
                    />
                )}
                <div>
                    <Button type="submit" disabled={save.isPending}>
                        {how === 'all' ? 'Let it have all' : 'Start with these'}
                    </Button>
                </div>
                {isLimited && <Groups rule={rule} />}
            </form>
        </details>
    );
}

/** Both groups side by side since the rule was limited. */
function Groups({ rule }: { rule: Rule }) {
    const groups = useQuery({
        queryKey: ['rule', rule.id, 'groups', rule.held_back],
        queryFn: () => take(api.GET('/api/v1/rules/{id}/groups', { params: { path: { id: rule.id } } })),
    });
    if (groups.error) return <ProblemNotice error={groups.error} />;
    return (
        <table className="w-full text-right text-[12.5px]">
            <thead className="text-text-2">
                <tr className="border-b border-line-2">
                    <th className="py-1 text-left font-medium">since it was limited</th>
                    <th className="font-medium">listings</th>
                    <th className="font-medium">sold</th>
                    <th className="font-medium">revenue €</th>
                    <th className="font-medium">profit €</th>
                    <th className="font-medium">hold the buy box</th>
                </tr>
            </thead>
            <tbody>
                {groups.data?.map((group) => (
                    <tr key={String(group.held_back)} className="border-b border-line">
                        <th className="py-1 text-left font-normal">{group.held_back ? 'held back' : 'repriced'}</th>
                        <td>{group.listings}</td>
                        <td>{group.units}</td>
                        <td>{money(group.revenue)}</td>
                        <td>{money(group.profit)}</td>
                        <td>
                            {group.buy_box}
                            {group.listings > 0 && ` (${Math.round((group.buy_box / group.listings) * 100)} %)`}
                        </td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}
