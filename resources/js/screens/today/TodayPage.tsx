import { TopBar } from '@/ui/TopBar';
import { money, shown } from '@/ui/figures';
import { count } from '@/ui/words';
import { Approvals } from './Approvals';
import { CannotBePriced } from './CannotBePriced';
import { Failing } from './Failing';
import { HeldRuns } from './HeldRuns';
import { useApprovals, useForYou, useToday } from './queries';
import { NotSent } from './NotSent';
import { PriceWars } from './PriceWars';
import { Standing } from './Standing';

const DAY = { weekday: 'long', day: 'numeric', month: 'long' } as const;

/** What waits for a person, in the order in which money hangs on it. */
export default function TodayPage() {
    const approvals = useApprovals();
    const today = useToday();
    const things = useForYou();
    const stake = approvals.data?.approvals.reduce((sum, one) => sum + Number(one.stake), 0) ?? 0;
    return (
        <>
            <TopBar
                title="Today"
                note={
                    things !== undefined &&
                    [
                        shown(new Date(), DAY),
                        things > 0 ? `${count(things, 'thing', 'things')} for you` : 'nothing waits for you',
                        stake > 0 && `about ${money(stake.toFixed(0))} € a month at stake`,
                    ]
                        .filter(Boolean)
                        .join(', ')
                }
            />
            <main className="flex min-h-0 flex-1 max-[1000px]:flex-col max-[1000px]:overflow-auto">
                <div className="grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)] content-start gap-7 overflow-auto px-[18px] py-5 max-[1000px]:overflow-visible">
                    {things === 0 && (
                        <div>
                            <h2 className="text-[17px]">Nothing waits for you</h2>
                            <p className="mt-1 max-w-[60ch] text-text-2">
                                Every listing has a cost, a floor and a ceiling that fit together, no price needs
                                approval, and all changes have arrived.
                            </p>
                        </div>
                    )}
                    <HeldRuns />
                    <PriceWars />
                    <Approvals />
                    <NotSent />
                    <Failing groups={today.data?.failing ?? []} elsewhere={today.data?.changed_elsewhere ?? 0} />
                    <CannotBePriced />
                </div>
                <Standing />
            </main>
        </>
    );
}
