import { Problem, type Workspace } from '@/api/client';
import { useChangeWorkspace } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Choices } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { ProblemNotice } from '@/ui/Notice';
import { Tick } from '@/ui/Tick';
import { useState } from 'react';
import { toast } from 'sonner';
import { plainPercent } from './plainPercent';

type Wanted = 'margin' | 'markup';

/** Floor and ceiling for every listing, from cost, tax, fees and the wanted margin. */
export function GeneralLimits({ workspace }: { workspace: Workspace }) {
    const change = useChangeWorkspace();
    const term = (side: 'floor' | 'ceiling', kind: string) => workspace.limits[side].find((one) => one.kind === kind);
    const [wanted, setWanted] = useState<Wanted>(term('floor', 'markup') ? 'markup' : 'margin');
    const [share, setShare] = useState(term('floor', wanted)?.percent ?? '');
    const [map, setMap] = useState(workspace.limits.floor.length === 0 || term('floor', 'map') !== undefined);
    const [rrp, setRrp] = useState(term('ceiling', 'rrp')?.percent ?? '');
    const [tax, setTax] = useState(workspace.tax_percent);
    const [alarm, setAlarm] = useState(workspace.floor_alarm_percent);
    const [included, setIncluded] = useState(workspace.tax_included);
    const problem = change.error instanceof Problem ? change.error : null;

    /** Terms that are not edited here stay as they are. */
    const others = (side: 'floor' | 'ceiling', here: string[]) =>
        workspace.limits[side].filter((one) => !here.includes(one.kind));
    const save = () => {
        const floor = [
            ...(share.trim() ? [{ kind: wanted, percent: plainPercent(share) }] : []),
            ...(map ? [{ kind: 'map' as const }] : []),
            ...others('floor', ['margin', 'markup', 'map']),
        ];
        const ceiling = [
            ...(rrp.trim() ? [{ kind: 'rrp' as const, percent: plainPercent(rrp) }] : []),
            ...others('ceiling', ['rrp']),
        ];
        change.mutate(
            { limits: { floor, ceiling }, tax_percent: tax, tax_included: included, floor_alarm_percent: alarm },
            { onSuccess: () => toast('Saved. Floors and ceilings are being worked out again.') },
        );
    };
    return (
        <section>
            <h2 className="text-[17px]">Limits for every listing</h2>
            <p className="mt-0.5 mb-4 max-w-[68ch] text-text-2">
                No listing is repriced without a floor and a ceiling, and no rule ever crosses them. The floor is the
                smallest price that still earns what you want after tax, fees and cost. A single listing can have its
                own, set by hand beside the list.
            </p>
            <form
                className="grid max-w-[820px] grid-cols-3 items-start gap-x-8 gap-y-4 max-[900px]:grid-cols-1"
                onSubmit={(event) => {
                    event.preventDefault();
                    save();
                }}
            >
                <div className="grid gap-3">
                    <Choices
                        label="The floor earns at least a"
                        value={wanted}
                        onChange={setWanted}
                        options={[
                            ['margin', 'margin (profit ÷ price before tax)'],
                            ['markup', 'markup (profit ÷ cost)'],
                        ]}
                    />
                    <Field
                        label={wanted === 'margin' ? 'Wanted margin of price' : 'Wanted markup on cost'}
                        unit="%"
                        inputMode="decimal"
                        placeholder="none"
                        value={share}
                        onChange={(event) => setShare(event.target.value)}
                        error={share.trim() ? problem?.at('limits.floor.0.percent') : undefined}
                    />
                    <label className="flex items-center gap-2">
                        <Tick checked={map} onChange={setMap} label="Never under the minimum advertised price" />
                        Never under the minimum advertised price (MAP)
                    </label>
                </div>
                <div className="grid gap-3">
                    <Field
                        label="Ceiling: part of the recommended price (RRP)"
                        unit="%"
                        inputMode="decimal"
                        placeholder="none"
                        value={rrp}
                        onChange={(event) => setRrp(event.target.value)}
                        error={problem?.at('limits.ceiling.0.percent')}
                        note="100 % is the recommended price itself."
                    />
                    <Field
                        label="Ask before floors move by more than"
                        unit="%"
                        inputMode="decimal"
                        value={alarm}
                        onChange={(event) => setAlarm(event.target.value)}
                        error={problem?.at('floor_alarm_percent')}
                        note="When costs change by file or in bulk."
                    />
                </div>
                <div className="grid gap-3">
                    <Field
                        label="Tax (VAT)"
                        unit="%"
                        inputMode="decimal"
                        value={tax}
                        onChange={(event) => setTax(event.target.value)}
                        error={problem?.at('tax_percent')}
                    />
                    <label className="flex items-center gap-2">
                        <Tick checked={included} onChange={setIncluded} label="Prices contain the tax" />
                        Prices contain the tax
                    </label>
                </div>
                <div className="col-span-full grid gap-2">
                    {problem && Object.keys(problem.errors).length === 0 && <ProblemNotice error={problem} />}
                    <div>
                        <Button type="submit" look="main" disabled={change.isPending}>
                            Save limits
                        </Button>
                    </div>
                </div>
            </form>
        </section>
    );
}
