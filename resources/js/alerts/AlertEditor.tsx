import { t } from '@/messages/alerts';
import { api, take } from '@/api/client';
import { key, useChanged } from '@/api/keys';
import { useOwnCurrency, useRules } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SearchField, SelectField, TextField } from '@/edit/fields';
import { wholeReader } from '@/edit/reading';
import { optionalFigure, resolverOf, text } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { useRivals } from '@/market/queries';
import { useSites } from '@/watching/queries';
import { Button } from '@/ui/Button';
import { Tick } from '@/ui/Tick';
import { useQueryClient } from '@tanstack/react-query';
import { useController } from 'react-hook-form';
import { toast } from 'sonner';
import { z } from 'zod';
import { AlertPreview } from './AlertPreview';
import { conditionOf, draftsOf, FIRST, sellerChoice, type ConditionDraft } from './conditions';
import { ConditionRow } from './ConditionRow';
import { useDestinations, type Alert, type AlertFields } from './queries';

const MOST_CONDITIONS = 20;

const hours = wholeReader({ min: 0, max: 720 });

const time = z.string().regex(/^(([01]\d|2[0-3]):[0-5]\d)?$/, t('alerts.timeLike'));

const schema = z
    .object({
        name: text(),
        scope: z.enum(['all', 'listing', 'product', 'rule', 'filter', 'rival', 'site', 'watch']),
        listing: z.string(),
        rule: z.string(),
        rival: z.string(),
        site: z.string(),
        watch: z.string(),
        words: z.string().max(255),
        match: z.enum(['any', 'all']),
        conditions: z.array(z.custom<ConditionDraft>()).min(1),
        cadence: z.enum(['now', 'hourly', 'daily']),
        destinations: z.array(z.number()),
        quietFrom: time,
        quietTo: time,
        again: optionalFigure(hours),
        until: z.string().regex(/^(\d{4}-\d\d-\d\d)?$/, t('alerts.dayLike')),
    })
    .refine((alert) => (alert.quietFrom === '') === (alert.quietTo === ''), {
        message: t('alerts.bothTimes'),
        path: ['quietTo'],
    });

type Draft = z.input<typeof schema>;

const FIELDS: Record<string, string> = {
    scope_id: 'scope',
    again_hours: 'again',
    quiet_from: 'quietFrom',
    quiet_to: 'quietTo',
    active_until: 'until',
};

const LABELS: Record<string, string> = {
    name: t('alerts.name'),
    scope: t('alerts.about'),
    conditions: t('alerts.when'),
    match: t('alerts.when'),
    cadence: t('alerts.cadence'),
    destinations: t('alerts.sendTo'),
    quietFrom: t('alerts.quietFrom'),
    quietTo: t('alerts.quietTo'),
    again: t('alerts.again'),
    until: t('alerts.until'),
};

interface Props {
    /** Null: a new one. */
    alert: Alert | null;
    /** What a new one is about. */
    about: { scope: 'listing' | 'site' | 'watch'; id: string; title: string } | null;
    onSaved: (id: number) => void;
}

function draftOf(alert: Alert | null, about: Props['about']): Draft {
    const named = (scope: Draft['scope']) => (about?.scope === scope ? about.id : '');
    if (alert === null)
        return {
            name: about?.title ?? '',
            scope: about?.scope ?? 'all',
            listing: named('listing'),
            rule: '',
            rival: '',
            site: named('site'),
            watch: named('watch'),
            words: '',
            match: 'any',
            conditions: [FIRST],
            cadence: 'now',
            destinations: [],
            quietFrom: '',
            quietTo: '',
            again: '',
            until: '',
        };
    const of = (scope: Alert['scope']) => (alert.scope === scope ? String(alert.scope_id) : '');
    return {
        name: alert.name,
        scope: alert.scope,
        listing: of('listing') || of('product'),
        rule: of('rule'),
        rival: of('rival'),
        site: of('site'),
        watch: of('watch'),
        words: (alert.filter?.q as string | undefined) ?? '',
        ...draftsOf(alert.condition),
        cadence: alert.cadence,
        destinations: alert.destinations,
        quietFrom: alert.quiet_from ?? '',
        quietTo: alert.quiet_to ?? '',
        again: alert.again_hours === 0 ? '' : String(alert.again_hours),
        until: alert.active_until ?? '',
    };
}

/** As the API takes it; null while something is wanting. */
function fieldsOf(draft: Draft, currency: string, alert: Alert | null): AlertFields | null {
    const conditions = draft.conditions.map((one) => conditionOf(one, currency));
    const ids: Partial<Record<Draft['scope'], string>> = {
        listing: draft.listing,
        product: draft.listing,
        rule: draft.rule,
        rival: draft.rival,
        site: draft.site,
        watch: draft.watch,
    };
    const id = ids[draft.scope];
    if (conditions.includes(null) || id === '') return null;
    return {
        scope: draft.scope,
        scope_id: id === undefined ? null : Number(id),
        filter: draft.scope === 'filter' ? { ...alert?.filter, q: draft.words } : null,
        condition: { kind: draft.match, conditions },
        currency,
    };
}

/** An alert as a sentence, and beside it what it would have told. */
export default function AlertEditor({ alert, about, onSaved }: Props) {
    const changed = useChanged();
    const client = useQueryClient();
    const own = useOwnCurrency();
    const currency = alert?.currency ?? own;
    const edit = useEditForm({
        name: alert ? `alert ${alert.id}` : `new alert ${about ? `${about.scope} ${about.id}` : ''}`,
        version: alert?.revision,
        current: draftOf(alert, about),
        resolver: resolverOf(schema),
        save: (wanted, revision) => {
            const body: AlertFields = {
                ...(fieldsOf(edit.values, currency, alert) ?? {}),
                name: wanted.name,
                cadence: wanted.cadence,
                destinations: wanted.destinations,
                quiet_from: wanted.quietFrom || null,
                quiet_to: wanted.quietTo || null,
                again_hours: Number(wanted.again ?? 0),
                active_until: wanted.until || null,
                revision,
            };
            return alert
                ? take(api.PATCH('/api/v1/alerts/{id}', { params: { path: { id: alert.id } }, body }))
                : take(api.POST('/api/v1/alerts', { body }));
        },
        onSaved: (saved) => {
            changed('alerts');
            toast(alert ? t('alerts.saved') : t('alerts.savedNew'));
            onSaved(saved.id);
        },
        onConflict: () => void client.invalidateQueries({ queryKey: key('alerts') }),
        isWhole: (path) => path === 'conditions' || path === 'destinations',
        fieldOf: (path) => FIELDS[path] ?? (path.startsWith('condition') ? 'conditions' : path),
    });
    const fields = fieldsOf(edit.values, currency, alert);
    return (
        <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_360px] overflow-auto max-[1000px]:block">
            <div className="min-w-0 px-[18px] py-4 min-[1000px]:overflow-auto">
                <EditForm
                    edit={edit}
                    save={t('alerts.save')}
                    label={(path) => LABELS[path] ?? path}
                    isNew={alert === null}
                    className="grid max-w-[760px] gap-4"
                >
                    <TextField name="name" label={LABELS.name!} className="max-w-[420px]" />
                    <Scope scope={edit.values.scope} title={alert?.scope_name ?? about?.title ?? null} />
                    <Conditions currency={currency} />
                    <section>
                        <h3 className="mb-2 text-[15.5px]">{t('alerts.send')}</h3>
                        <div className="flex flex-wrap gap-3">
                            <SelectField
                                name="cadence"
                                label={LABELS.cadence!}
                                className="w-[220px]"
                                options={[
                                    ['now', t('alerts.now')],
                                    ['hourly', t('alerts.hourly')],
                                    ['daily', t('alerts.daily')],
                                ]}
                            />
                            <TextField
                                name="quietFrom"
                                label={LABELS.quietFrom!}
                                placeholder="22:00"
                                className="w-[90px]"
                            />
                            <TextField
                                name="quietTo"
                                label={LABELS.quietTo!}
                                placeholder="06:30"
                                className="w-[90px]"
                            />
                            <FigureField
                                name="again"
                                label={LABELS.again!}
                                unit={t('alerts.hours')}
                                reader={hours}
                                className="w-[190px]"
                            />
                            <TextField
                                name="until"
                                label={LABELS.until!}
                                placeholder="2026-12-31"
                                className="w-[120px]"
                            />
                        </div>
                        <Recipients />
                    </section>
                </EditForm>
            </div>
            <AlertPreview fields={fields && { name: '-', ...fields, again_hours: Number(edit.values.again) || 0 }} />
        </main>
    );
}

function Scope({ scope, title }: { scope: Draft['scope']; title: string | null }) {
    const rules = useRules().data ?? [];
    const rivals = useRivals().data?.rivals ?? [];
    const sites = useSites().data ?? [];
    return (
        <div className="flex flex-wrap items-end gap-3">
            <SelectField
                name="scope"
                label={t('alerts.tellMeAbout')}
                className="w-[240px]"
                options={[
                    ['all', t('alerts.aboutAll')],
                    ['filter', t('alerts.aboutFilter')],
                    ['rule', t('alerts.aboutRule')],
                    ['rival', t('alerts.aboutRival')],
                    ['site', t('alerts.aboutSite')],
                    ...(scope === 'watch' ? ([['watch', t('alerts.aboutWatch')]] as const) : []),
                    ...(title && !['rule', 'rival', 'site', 'watch'].includes(scope)
                        ? ([['listing', t('alerts.aboutListing')]] as const)
                        : []),
                    ...(scope === 'product' ? ([['product', t('alerts.aboutProduct')]] as const) : []),
                ]}
            />
            {(scope === 'listing' || scope === 'product' || scope === 'watch') && (
                <p className="min-w-0 truncate pb-1.5 font-bold">{title}</p>
            )}
            {scope === 'filter' && <TextField name="words" label={t('alerts.words')} className="w-[300px]" />}
            {scope === 'rule' && (
                <SearchField
                    name="rule"
                    label={t('alerts.rule')}
                    className="w-[280px]"
                    options={[
                        ['', t('alerts.chooseRule')],
                        ...rules.map((rule) => [String(rule.id), rule.name] as const),
                    ]}
                />
            )}
            {scope === 'site' && (
                <SearchField
                    name="site"
                    label={t('alerts.site')}
                    className="w-[280px]"
                    options={[
                        ['', t('alerts.chooseSite')],
                        ...sites.map((site) => [String(site.id), site.name] as const),
                    ]}
                />
            )}
            {scope === 'rival' && (
                <SearchField
                    name="rival"
                    label={t('alerts.rival')}
                    className="w-[280px]"
                    options={[
                        ['', t('alerts.chooseRival')],
                        ...rivals.map(
                            (rival) =>
                                [
                                    String(rival.id),
                                    rival.channel ? `${rival.name} (${rival.channel})` : rival.name,
                                ] as const,
                        ),
                    ]}
                />
            )}
        </div>
    );
}

function Conditions({ currency }: { currency: string }) {
    const { field, fieldState } = useController({ name: 'conditions' });
    const rivals = useRivals().data?.rivals ?? [];
    const conditions = field.value as ConditionDraft[];
    const sellers = [...new Map(rivals.map((rival) => [sellerChoice(rival.seller), rival.name] as const))];
    const wrong = fieldState.error as { message?: string; root?: { message?: string } } | undefined;
    return (
        <section>
            <SelectField
                name="match"
                label={t('alerts.when')}
                className="w-[280px]"
                options={[
                    ['any', t('alerts.whenAny')],
                    ['all', t('alerts.whenAll')],
                ]}
            />
            <div className="mt-1">
                {conditions.map((draft, at) => (
                    <ConditionRow
                        // Conditions have no name of their own: they are where they stand.
                        key={at}
                        number={at + 1}
                        draft={draft}
                        currency={currency}
                        sellers={sellers}
                        error={at === 0 ? (wrong?.root?.message ?? wrong?.message) : undefined}
                        onChange={(next) => field.onChange(conditions.map((one, i) => (i === at ? next : one)))}
                        onRemove={
                            conditions.length > 1 ? () => field.onChange(conditions.filter((_, i) => i !== at)) : null
                        }
                    />
                ))}
            </div>
            {conditions.length < MOST_CONDITIONS && (
                <Button className="mt-2" onClick={() => field.onChange([...conditions, FIRST])}>
                    {t('alerts.addCondition')}
                </Button>
            )}
        </section>
    );
}

function Recipients() {
    const { field } = useController({ name: 'destinations' });
    const destinations = useDestinations().data ?? [];
    const chosen = field.value as number[];
    return (
        <fieldset className="mt-3">
            <legend className="mb-1 text-text-2">{t('alerts.sendTo')}</legend>
            <p className="text-[12.5px] text-text-3">
                {destinations.length === 0 ? `${t('alerts.inHere')} ${t('alerts.noDestinations')}` : t('alerts.inHere')}
            </p>
            {destinations.map((one) => (
                <label key={one.id} className="mt-1 flex items-center gap-2">
                    <Tick
                        checked={chosen.includes(one.id)}
                        label={one.name}
                        onChange={(on) =>
                            field.onChange(on ? [...chosen, one.id] : chosen.filter((id) => id !== one.id))
                        }
                    />
                    <span>
                        {one.name}{' '}
                        <span className="text-text-3">
                            {one.name === one.address ? '' : one.address}
                            {one.is_paused && ` (${t('alerts.paused')})`}
                        </span>
                    </span>
                </label>
            ))}
        </fieldset>
    );
}
