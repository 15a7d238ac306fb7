import { t } from '@/messages/pricing';
import { key } from '@/api/keys';
import type { Rule } from '@/api/client';
import { useWorkspace } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FieldError, FigureField, SelectField, TickField } from '@/edit/fields';
import { dateReader, durationReader, lasting, listReader, timeReader } from '@/edit/reading';
import { figure, optionalFigure, resolverOf } from '@/edit/schemas';
import { bothOrNone } from '@/edit/timeRange';
import { useEditForm } from '@/edit/useEditForm';
import { Tick } from '@/ui/Tick';
import { useQueryClient } from '@tanstack/react-query';
import { useController } from 'react-hook-form';
import { toast } from 'sonner';
import { z } from 'zod';
import { useSaveRule } from './queries';
import { every } from './sentence';
import { DAYS, when } from './times';

const timesReader = listReader(timeReader);
const staleReader = durationReader('h', { min: 1, max: 44_640 });

const schema = z
    .object({
        minutes: z.string(),
        onMarket: z.boolean(),
        at: optionalFigure(timesReader),
        days: z.array(z.number()).min(1, t('pricing.chooseAtLeastOneDay')),
        from: optionalFigure(timeReader),
        to: optionalFigure(timeReader),
        until: optionalFigure(dateReader),
        stale: figure(staleReader),
        elsewhere: z.enum(['put_back', 'adopt']),
    })
    .superRefine(bothOrNone('from', 'to'));

type Draft = z.input<typeof schema>;
type Wanted = z.output<typeof schema>;

const draftOf = ({ settings: { times = {}, ...settings } }: Rule): Draft => ({
    minutes: settings.every_minutes?.toString() ?? '',
    onMarket: times.on_market ?? true,
    at: times.at?.join(', ') ?? '',
    days: times.weekdays ?? [1, 2, 3, 4, 5, 6, 7],
    from: times.from ?? '',
    to: times.to ?? '',
    until: times.until ?? '',
    stale: lasting(settings.stale_minutes ?? 1440),
    elsewhere: settings.when_changed_elsewhere ?? 'put_back',
});

const settingsOf = (wanted: Wanted) => ({
    every_minutes: wanted.minutes === '' ? null : Number(wanted.minutes),
    when_changed_elsewhere: wanted.elsewhere,
    stale_minutes: Number(wanted.stale),
    times: {
        on_market: wanted.onMarket,
        ...(wanted.at ? { at: wanted.at.split(', ') } : {}),
        ...(wanted.days.length < DAYS.length ? { weekdays: wanted.days } : {}),
        ...(wanted.from ? { from: wanted.from, to: wanted.to } : {}),
        ...(wanted.until ? { until: wanted.until } : {}),
    },
});

const FIELDS: Record<string, keyof Draft> = {
    'times.at': 'at',
    'times.from': 'from',
    'times.to': 'to',
    'times.until': 'until',
    'times.weekdays': 'days',
    stale_minutes: 'stale',
    every_minutes: 'minutes',
};

const LABELS: Record<string, string> = {
    minutes: t('pricing.atIntervals'),
    onMarket: t('pricing.wheneverTheMarketMoves'),
    at: t('pricing.timesOfDay'),
    days: t('pricing.weekdays'),
    from: t('pricing.pricesMoveFrom'),
    to: t('pricing.pricesMoveTo'),
    until: t('pricing.lastDay'),
    stale: t('pricing.ageOfTheMarket'),
    elsewhere: t('pricing.pricesChangedElsewhere'),
};

/** When the rule looks, and when it may move prices. */
export function RuleTimes({ rule }: { rule: Rule }) {
    const client = useQueryClient();
    const save = useSaveRule(rule.id);
    const zone = useWorkspace().data?.time_zone;
    const edit = useEditForm({
        name: `times of rule ${rule.id}`,
        current: draftOf(rule),
        version: rule.revision,
        resolver: resolverOf(schema),
        save: (wanted: Wanted, revision) => save.mutateAsync({ settings: settingsOf(wanted), revision }),
        onSaved: () => toast(t('pricing.saved')),
        onConflict: () => void client.invalidateQueries({ queryKey: key('rule', rule.id) }),
        fieldOf: (path) => FIELDS[path] ?? FIELDS[path.replace(/\.\d+$/, '')] ?? path,
    });
    return (
        <details className="mt-4 border-t border-line pt-3" open={edit.isDirty || undefined}>
            <summary>
                <b>{t('pricing.whenItRuns')}</b> <span className="text-text-2">{when(rule.settings)}</span>
            </summary>
            <EditForm
                edit={edit}
                save={t('pricing.saveWhen')}
                label={(path) => LABELS[path] ?? path}
                className="mt-2 grid gap-3"
            >
                <TickField name="onMarket" label={t('pricing.wheneverTheMarketMoves')}>
                    {t('pricing.wheneverTheMarketMoves2')}
                </TickField>
                <div className="grid grid-cols-2 items-start gap-3">
                    <SelectField
                        name="minutes"
                        label={t('pricing.andAlso')}
                        options={[
                            ['', t('pricing.notAtIntervals')],
                            ...[...new Set([5, 15, 60, 360, 1440, rule.settings.every_minutes ?? 15])]
                                .sort((a, b) => a - b)
                                .map((one): [string, string] => [String(one), every(one)]),
                        ]}
                    />
                    <FigureField
                        name="at"
                        label={t('pricing.atTheseTimesOfDay')}
                        placeholder="08:30, 20:00"
                        reader={timesReader}
                        inputMode="text"
                        inputClassName="text-left"
                    />
                </div>
                <Weekdays />
                <div className="grid grid-cols-3 items-start gap-3">
                    <FigureField
                        name="from"
                        label={t('pricing.pricesMoveFrom2')}
                        reader={timeReader}
                        placeholder={t('pricing.anyTime')}
                    />
                    <FigureField
                        name="to"
                        label={t('pricing.to')}
                        reader={timeReader}
                        placeholder={t('pricing.anyTime')}
                    />
                    <FigureField
                        name="until"
                        label={t('pricing.lastDay2')}
                        reader={dateReader}
                        placeholder={t('pricing.none')}
                    />
                </div>
                <p className="text-[12.5px] text-text-3">{t('pricing.daysAndTimesInOutsideOf', { zone })}</p>
                <FigureField
                    name="stale"
                    label={t('pricing.doNotActOnAMarket')}
                    className="w-72"
                    reader={staleReader}
                    inputMode="text"
                />
                <SelectField
                    name="elsewhere"
                    label={t('pricing.whenSomeoneChangesAPrice')}
                    className="w-72"
                    options={[
                        ['put_back', t('pricing.putOursBack')],
                        ['adopt', t('pricing.leaveTheirsAndPauseThat')],
                    ]}
                />
            </EditForm>
        </details>
    );
}

function Weekdays() {
    const { field } = useController({ name: 'days' });
    const days = field.value as number[];
    return (
        <div role="group" aria-label={t('pricing.daysOnWhichPricesMove')}>
            <div className="flex flex-wrap gap-3">
                <span className="text-text-2">{t('pricing.on')}</span>
                {DAYS.map((name, index) => (
                    <label key={name} className="flex items-center gap-1.5">
                        <Tick
                            label={name}
                            checked={days.includes(index + 1)}
                            onChange={(on) =>
                                field.onChange(
                                    on
                                        ? [...days, index + 1].sort((a, b) => a - b)
                                        : days.filter((day) => day !== index + 1),
                                )
                            }
                        />
                        {name}
                    </label>
                ))}
            </div>
            <FieldError name="days" />
        </div>
    );
}
