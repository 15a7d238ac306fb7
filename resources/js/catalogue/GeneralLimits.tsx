import { Problem, type Workspace } from '@/api/client';
import { useChangeWorkspace, useWaiting } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { ProblemNotice } from '@/ui/Notice';
import { Tick } from '@/ui/Tick';
import { count } from '@/ui/words';
import { useState } from 'react';
import { toast } from 'sonner';
import { draft, finish } from './limitTerms';
import { TermLines } from './TermLines';

/** Where a new workspace starts from. */
const FIRST: Workspace['limits'] = {
    floor: [{ kind: 'margin' }, { kind: 'map' }],
    ceiling: [{ kind: 'rrp', percent: '100' }],
};

/** Floor and ceiling for every listing, from cost, tax, fees and the wanted margin. */
export function GeneralLimits({ workspace }: { workspace: Workspace }) {
    const change = useChangeWorkspace();
    const isFirst = workspace.limits.floor.length === 0 && workspace.limits.ceiling.length === 0;
    const [floor, setFloor] = useState((isFirst ? FIRST.floor : workspace.limits.floor).map(draft));
    const [ceiling, setCeiling] = useState((isFirst ? FIRST.ceiling : workspace.limits.ceiling).map(draft));
    const [tax, setTax] = useState(workspace.tax_percent);
    const [alarm, setAlarm] = useState(workspace.floor_alarm_percent);
    const [brakeShare, setBrakeShare] = useState(workspace.brake_listings_percent);
    const [brakeMove, setBrakeMove] = useState(workspace.brake_move_percent);
    const [freezeFrom, setFreezeFrom] = useState(workspace.freeze?.from ?? '');
    const [freezeTo, setFreezeTo] = useState(workspace.freeze?.to ?? '');
    const [included, setIncluded] = useState(workspace.tax_included);
    const waiting = useWaiting('hours');
    const problem = change.error instanceof Problem ? change.error : null;

    const save = () =>
        change.mutate(
            {
                limits: { floor: floor.map(finish), ceiling: ceiling.map(finish) },
                tax_percent: tax,
                tax_included: included,
                floor_alarm_percent: alarm,
                brake_listings_percent: brakeShare,
                brake_move_percent: brakeMove,
                freeze: freezeFrom && freezeTo ? { from: freezeFrom, to: freezeTo } : null,
            },
            { onSuccess: () => toast('Saved. Floors and ceilings are being worked out again.') },
        );
    return (
        <section>
            <h2 className="text-[17px]">Limits for every listing</h2>
            <p className="mt-0.5 mb-4 max-w-[68ch] text-text-2">
                No listing is repriced without a floor and a ceiling, and no rule ever crosses them. The floor is the
                smallest price that still earns what you want after tax, fees and cost. A single listing can have its
                own, set by hand beside the list.
            </p>
            <form
                className="grid max-w-[864px] grid-cols-2 items-start gap-x-8 gap-y-5 max-[900px]:grid-cols-1"
                onSubmit={(event) => {
                    event.preventDefault();
                    save();
                }}
            >
                <TermLines side="floor" drafts={floor} onChange={setFloor} problem={problem} />
                <TermLines side="ceiling" drafts={ceiling} onChange={setCeiling} problem={problem} />
                <Field
                    label="Ask before floors move by more than"
                    className="w-64"
                    unit="%"
                    inputMode="decimal"
                    value={alarm}
                    onChange={(event) => setAlarm(event.target.value)}
                    error={problem?.at('floor_alarm_percent')}
                    note="When costs change by file or in bulk."
                />
                <div className="grid gap-3">
                    <Field
                        label="Tax (VAT)"
                        className="w-64"
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
                <fieldset className="col-span-full">
                    <legend className="mb-1 font-bold">Brake</legend>
                    <div className="flex flex-wrap items-start gap-x-3 gap-y-2">
                        <span className="pt-1.5">A run that would move more than</span>
                        <Field
                            label={<span className="sr-only">Brake: part of the listings</span>}
                            className="w-24"
                            unit="%"
                            inputMode="decimal"
                            value={brakeShare}
                            onChange={(event) => setBrakeShare(event.target.value)}
                            error={problem?.at('brake_listings_percent')}
                        />
                        <span className="pt-1.5">of its listings by more than</span>
                        <Field
                            label={<span className="sr-only">Brake: part of the price</span>}
                            className="w-24"
                            unit="%"
                            inputMode="decimal"
                            value={brakeMove}
                            onChange={(event) => setBrakeMove(event.target.value)}
                            error={problem?.at('brake_move_percent')}
                        />
                        <span className="pt-1.5">is stopped before anything is sent, until you have looked at it.</span>
                    </div>
                    <div className="mt-2 flex flex-wrap items-start gap-x-3 gap-y-2">
                        <span className="pt-1.5">No price is sent from</span>
                        <Field
                            label={<span className="sr-only">No price is sent from</span>}
                            className="w-28"
                            type="time"
                            value={freezeFrom}
                            onChange={(event) => setFreezeFrom(event.target.value)}
                            error={problem?.at('freeze.from')}
                        />
                        <span className="pt-1.5">to</span>
                        <Field
                            label={<span className="sr-only">No price is sent until</span>}
                            className="w-28"
                            type="time"
                            value={freezeTo}
                            onChange={(event) => setFreezeTo(event.target.value)}
                            error={problem?.at('freeze.to')}
                        />
                        <span className="pt-1.5 text-text-3">
                            {workspace.freeze?.time_zone ?? workspace.time_zone}; empty: at any hour. What is decided
                            meanwhile waits, and is checked once more before it is sent.
                            {waiting > 0 && ` ${count(waiting, 'price waits', 'prices wait')} now.`}
                        </span>
                    </div>
                </fieldset>
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
