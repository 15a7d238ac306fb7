import { rich, t } from '@/messages/pricing';
import { key } from '@/api/keys';
import { api, take, type Rule } from '@/api/client';
import { EditForm } from '@/edit/EditForm';
import { ChoicesField, FigureField } from '@/edit/fields';
import { wholeReader } from '@/edit/reading';
import { figureAt, resolverOf } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { useOwnCurrency } from '@/api/queries';
import { money, symbol } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';
import { z } from 'zod';
import { useSaveRule } from './queries';

const READERS = {
    listings: wholeReader({ min: 1, max: 1_000_000 }),
    percent: wholeReader({ min: 1, max: 99 }),
};

/** How many it starts with is never guessed: what is no figure is not saved. */
const schema = z
    .object({ how: z.enum(['all', 'listings', 'percent']), figure: z.string() })
    .transform(({ how, figure }, context) => {
        if (how === 'all') return { only_listings: null, only_percent: null };
        const many = Number(figureAt(context, ['figure'], READERS[how], figure));
        return how === 'listings' ? { only_listings: many } : { only_percent: many };
    });

type Draft = z.input<typeof schema>;

const draftOf = ({ settings: { only_listings: many, only_percent: percent } }: Rule): Draft => ({
    how: many != null ? 'listings' : percent != null ? 'percent' : 'all',
    figure: String(many ?? percent ?? 10),
});

/** With how many of its listings the rule starts; the others are held back to compare. */
export function RuleStart({ rule }: { rule: Rule }) {
    const client = useQueryClient();
    const save = useSaveRule(rule.id);
    const isLimited = rule.settings.only_listings != null || rule.settings.only_percent != null;
    const edit = useEditForm({
        name: `start of rule ${rule.id}`,
        current: draftOf(rule),
        version: rule.revision,
        resolver: resolverOf(schema),
        save: (settings, revision) => save.mutateAsync({ settings, revision }),
        onSaved: (saved) =>
            toast(
                saved.held_back > 0
                    ? t('pricing.listingsAreHeldBackTo', { heldBack: saved.held_back })
                    : t('pricing.allItsListingsAreRepriced'),
            ),
        onConflict: () => void client.invalidateQueries({ queryKey: key('rule', rule.id) }),
        fieldOf: (path) => (path.startsWith('only_') ? 'figure' : path),
    });
    const { how } = edit.values;
    return (
        <details className="mt-4 border-t border-line pt-3" open={isLimited || edit.isDirty || undefined}>
            <summary className="font-bold">
                {rich('pricing.startWithAFew', {
                    isLimited: isLimited && (
                        <span className="font-normal text-text-2">
                            {t('pricing.listingsAreHeldBack', { heldBack: rule.held_back })}
                        </span>
                    ),
                })}
            </summary>
            <EditForm
                edit={edit}
                save={how === 'all' ? t('pricing.repriceAll') : t('pricing.startWithThese')}
                label={(path) => (path === 'how' ? t('pricing.whatIsRepriced') : t('pricing.howMany'))}
                className="mt-2 grid gap-3"
            >
                <ChoicesField
                    name="how"
                    label={t('pricing.itReprices')}
                    options={[
                        ['all', t('pricing.allItsListings')],
                        ['listings', t('pricing.aNumberOfThemTheOthers')],
                        ['percent', t('pricing.aPartOfThemInPercent')],
                    ]}
                />
                {how !== 'all' && (
                    <FigureField
                        name="figure"
                        label={how === 'listings' ? t('pricing.listings2') : t('pricing.percentOfItsListings')}
                        className="w-40"
                        unit={how === 'percent' ? '%' : undefined}
                        reader={READERS[how]}
                    />
                )}
            </EditForm>
            {isLimited && <Groups rule={rule} />}
        </details>
    );
}
/** Both groups side by side since the rule was limited. */
function Groups({ rule }: { rule: Rule }) {
    const groups = useQuery({
        queryKey: key('rule', rule.id, 'groups', rule.held_back),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/rules/{id}/groups', { params: { path: { id: rule.id } }, signal })),
    });
    const sign = symbol(useOwnCurrency());
    if (groups.error && !groups.data) return <ProblemNotice error={groups.error} />;
    return (
        <table className="w-full text-right text-[12.5px]">
            <thead className="text-text-2">
                <tr className="border-b border-line-2">
                    <th className="py-1 text-left font-medium">{t('pricing.sinceItWasLimited')}</th>
                    <th className="font-medium">{t('pricing.listings')}</th>
                    <th className="font-medium">{t('pricing.sold')}</th>
                    <th className="font-medium">{t('pricing.revenue', { symbol: sign })}</th>
                    <th className="font-medium">{t('pricing.profit', { symbol: sign })}</th>
                    <th className="font-medium">{t('pricing.holdTheBuyBox')}</th>
                </tr>
            </thead>
            <tbody>
                {groups.data?.map((group) => (
                    <tr key={String(group.held_back)} className="border-b border-line">
                        <th className="py-1 text-left font-normal">
                            {group.held_back ? t('pricing.heldBack') : t('pricing.repriced')}
                        </th>
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
