import { useChannels, useFacets } from '@/api/queries';
import { t } from '@/messages/reports';
import { Select } from '@/ui/Select';
import { useSearchParams } from 'react-router';
import { dayBefore, USUAL_DAYS } from './queryOf';

const PERIODS = ['7', '30', '90', '365'] as const;
const OWN = 'own';
const WINDOWS = ['1', '3', '7', '14'] as const;

/** Of which days and listings the report speaks; the address bar has it all. */
export function ReportFilters({ hasWindow }: { hasWindow: boolean }) {
    const [params, setParams] = useSearchParams();
    const channels = useChannels();
    const facets = useFacets();
    const isOwn = params.has('from') || params.has('to');
    const set = (more: Record<string, string | null>) =>
        setParams(
            (before) => {
                const next = new URLSearchParams(before);
                for (const [name, value] of Object.entries(more))
                    if (value === null || value === '') next.delete(name);
                    else next.set(name, value);
                return next;
            },
            { replace: true },
        );
    const today = dayBefore(0);
    const choosePeriod = (period: string) =>
        period === OWN
            ? set({
                  days: null,
                  from: dayBefore(USUAL_DAYS - 1),
                  to: today,
              })
            : set({ days: period === String(USUAL_DAYS) ? null : period, from: null, to: null });
    const of = (name: 'brand' | 'category', every: string, names: string[] = []) =>
        [['', every] as const, ...names.map((one) => [one, one] as const)].concat(
            // One that nothing has any more is still what the address asks for.
            params.get(name) && !names.includes(params.get(name)!)
                ? [[params.get(name)!, params.get(name)!] as const]
                : [],
        );
    return (
        <div className="flex flex-wrap items-center gap-2 border-b border-line bg-paper px-[18px] py-2">
            <Select
                hideLabel
                label={t('reports.period')}
                value={isOwn ? OWN : (params.get('days') ?? String(USUAL_DAYS))}
                options={[
                    ...PERIODS.map(
                        (days) =>
                            [
                                days,
                                days === '365' ? t('reports.lastYear') : t('reports.lastDays', { days: Number(days) }),
                            ] as const,
                    ),
                    [OWN, t('reports.chosenDays')] as const,
                ]}
                onChange={choosePeriod}
            />
            {isOwn && (
                <>
                    <DayField
                        label={t('reports.from')}
                        value={params.get('from')}
                        latest={params.get('to') ?? today}
                        onChange={(from) => set({ from })}
                    />
                    <DayField
                        label={t('reports.to')}
                        value={params.get('to')}
                        latest={today}
                        onChange={(to) => set({ to })}
                    />
                </>
            )}
            <Select
                hideLabel
                label={t('reports.channel')}
                value={params.get('channel') ?? ''}
                options={[
                    ['', t('reports.everyChannel')] as const,
                    ...(channels.data?.map((channel) => [String(channel.id), channel.name] as const) ?? []),
                ]}
                onChange={(channel) => set({ channel })}
            />
            <Select
                hideLabel
                label={t('reports.brand')}
                value={params.get('brand') ?? ''}
                options={of('brand', t('reports.everyBrand'), facets.data?.brands)}
                onChange={(brand) => set({ brand })}
            />
            <Select
                hideLabel
                label={t('reports.category')}
                value={params.get('category') ?? ''}
                options={of('category', t('reports.everyCategory'), facets.data?.categories)}
                onChange={(category) => set({ category })}
            />
            {hasWindow && (
                <Select
                    hideLabel
                    label={t('reports.window')}
                    value={params.get('window') ?? '7'}
                    options={WINDOWS.map((days) => [days, t('reports.windowDays', { days: Number(days) })] as const)}
                    onChange={(days) => set({ window: days === '7' ? null : days })}
                />
            )}
        </div>
    );
}

function DayField({
    label,
    value,
    latest,
    onChange,
}: {
    label: string;
    value: string | null;
    latest: string;
    onChange: (day: string) => void;
}) {
    return (
        <label className="flex items-center gap-1.5 text-text-2">
            {label}
            <input
                type="date"
                value={value ?? ''}
                max={latest}
                onChange={(event) => onChange(event.target.value)}
                className="h-8 rounded-md border border-line-2 bg-sheet px-2 text-text"
            />
        </label>
    );
}
