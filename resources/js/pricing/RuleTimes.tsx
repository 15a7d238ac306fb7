import { Problem, type Rule } from '@/api/client';
import { useWorkspace } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Tick } from '@/ui/Tick';
import { useState } from 'react';
import { toast } from 'sonner';
import { listed } from './panels/parts';
import { useSaveRule } from './queries';
import { every } from './sentence';
import { DAYS, when } from './times';

/** When the rule looks, and when it may move prices. */
export function RuleTimes({ rule }: { rule: Rule }) {
    const save = useSaveRule(rule.id);
    const { times = {} } = rule.settings;
    const [minutes, setMinutes] = useState(rule.settings.every_minutes?.toString() ?? '');
    const [onMarket, setOnMarket] = useState(times.on_market ?? true);
    const [at, setAt] = useState(times.at?.join(', ') ?? '');
    const [days, setDays] = useState<number[]>(times.weekdays ?? [1, 2, 3, 4, 5, 6, 7]);
    const zone = useWorkspace().data?.time_zone;
    const [from, setFrom] = useState(times.from ?? '');
    const [to, setTo] = useState(times.to ?? '');
    const [until, setUntil] = useState(times.until ?? '');
    const [elsewhere, setElsewhere] = useState(rule.settings.when_changed_elsewhere ?? 'put_back');
    const [stale, setStale] = useState(String((rule.settings.stale_minutes ?? 1440) / 60));
    const problem = save.error instanceof Problem ? save.error : null;
    const keep = () =>
        save.mutate(
            {
                settings: {
                    every_minutes: minutes === '' ? null : Number(minutes),
                    when_changed_elsewhere: elsewhere,
                    stale_minutes: Math.round(Number(stale.replace(',', '.')) * 60),
                    times: {
                        on_market: onMarket,
                        ...(at.trim() ? { at: listed(at) } : {}),
                        ...(days.length < DAYS.length ? { weekdays: days } : {}),
                        ...(from || to ? { from, to } : {}),
                        ...(until ? { until } : {}),
                    },
                },
            },
            { onSuccess: () => toast('Saved') },
        );
    return (
        <details className="mt-4 border-t border-line pt-3">
            <summary>
                <b>When it looks:</b> <span className="text-text-2">{when(rule.settings)}</span>
            </summary>
            <form
                className="mt-2 grid gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    keep();
                }}
            >
                <label className="flex items-center gap-2">
                    <Tick checked={onMarket} onChange={setOnMarket} label="Whenever the market moves" />
                    whenever the market moves, within seconds
                </label>
                <div className="grid grid-cols-2 items-start gap-3">
                    <Select
                        label="and also"
                        value={minutes}
                        options={[
                            ['', 'not at intervals'],
                            ...[...new Set([5, 15, 60, 360, 1440, Number(minutes) || 15])]
                                .sort((a, b) => a - b)
                                .map((one): [string, string] => [String(one), every(one)]),
                        ]}
                        onChange={setMinutes}
                    />
                    <Field
                        label="at these times of day"
                        placeholder="08:30, 20:00"
                        value={at}
                        onChange={(event) => setAt(event.target.value)}
                        error={problem?.at('times.at.0') ?? problem?.at('times.at.1')}
                    />
                </div>
                <div className="flex flex-wrap gap-3" role="group" aria-label="Days on which prices move">
                    <span className="text-text-2">on</span>
                    {DAYS.map((name, index) => (
                        <label key={name} className="flex items-center gap-1.5">
                            <Tick
                                label={name}
                                checked={days.includes(index + 1)}
                                onChange={(on) =>
                                    setDays(on ? [...days, index + 1].sort() : days.filter((day) => day !== index + 1))
                                }
                            />
                            {name}
                        </label>
                    ))}
                </div>
                <div className="grid grid-cols-3 items-start gap-3">
                    <Field
                        label="prices move from"
                        type="time"
                        value={from}
                        onChange={(event) => setFrom(event.target.value)}
                        error={problem?.at('times.from')}
                    />
                    <Field
                        label="to"
                        type="time"
                        value={to}
                        onChange={(event) => setTo(event.target.value)}
                        error={problem?.at('times.to')}
                    />
                    <Field
                        label="last day"
                        type="date"
                        value={until}
                        onChange={(event) => setUntil(event.target.value)}
                        error={problem?.at('times.until')}
                    />
                </div>
                <p className="text-[12.5px] text-text-3">
                    Days and times in {zone}. Outside of them prices of this rule that have not left are withdrawn.
                </p>
                <Field
                    label="Do not act on a market seen more than so many hours ago"
                    className="w-72"
                    unit="h"
                    inputMode="decimal"
                    value={stale}
                    onChange={(event) => setStale(event.target.value)}
                    error={problem?.at('stale_minutes')}
                />
                <Select
                    label="When someone changes a price past Wrasse"
                    className="w-72"
                    value={elsewhere}
                    options={[
                        ['put_back', 'put ours back'],
                        ['adopt', 'leave theirs, and pause that listing'],
                    ]}
                    onChange={setElsewhere}
                />
                {problem && Object.keys(problem.errors).length === 0 && <ProblemNotice error={problem} />}
                <div>
                    <Button type="submit" disabled={save.isPending}>
                        Save when
                    </Button>
                </div>
            </form>
        </details>
    );
}
