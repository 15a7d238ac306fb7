import { Problem, type Workspace } from '@/api/client';
import { useChangeWorkspace } from '@/api/queries';
import { Button } from '@/ui/Button';
import { shown } from '@/ui/figures';
import { HandPriceStands, type Stands } from '@/ui/HandPriceStands';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { useState } from 'react';
import { toast } from 'sonner';

const ZONES = [...Intl.supportedValuesOf('timeZone'), 'UTC'].map((zone) => [zone, zone.replaceAll('_', ' ')] as const);

/** In which time zone hours and days are meant, and how long prices set by hand stand. */
export function WorkspaceTimes({ workspace }: { workspace: Workspace }) {
    const change = useChangeWorkspace();
    const [zone, setZone] = useState(workspace.time_zone);
    const [stands, setStands] = useState<Stands>({
        stands: workspace.hand_price_stands,
        hours: workspace.hand_price_hours,
    });
    const problem = change.error instanceof Problem ? change.error : null;
    return (
        <section>
            <h2 className="text-[17px]">Time, and prices set by hand</h2>
            <p className="mt-0.5 mb-3 max-w-[68ch] text-text-2">
                Hours, weekdays, schedules and the days from which costs hold are meant in this time zone, and every
                time is shown in it. It is {shown(new Date(), { hour: '2-digit', minute: '2-digit' })} there now.
            </p>
            <form
                className="grid gap-3"
                onSubmit={(event) => {
                    event.preventDefault();
                    change.mutate(
                        {
                            time_zone: zone,
                            hand_price_stands: stands.stands,
                            ...(stands.hours ? { hand_price_hours: stands.hours } : {}),
                        },
                        { onSuccess: () => toast('Saved') },
                    );
                }}
            >
                <div className="flex flex-wrap items-start gap-4">
                    <Select
                        label="Time zone"
                        value={zone}
                        options={ZONES.some(([one]) => one === zone) ? ZONES : [[zone, zone] as const, ...ZONES]}
                        onChange={setZone}
                        className="w-72"
                    />
                    <HandPriceStands
                        value={stands}
                        onChange={setStands}
                        label="A price set by hand stands"
                        className="w-64"
                    />
                </div>
                {problem && <ProblemNotice error={problem} />}
                <div>
                    <Button type="submit" look="main" disabled={change.isPending}>
                        Save
                    </Button>
                </div>
            </form>
        </section>
    );
}
