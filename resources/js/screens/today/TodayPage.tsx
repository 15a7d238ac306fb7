import { t } from '@/messages/today';
import { TopBar } from '@/ui/TopBar';
import { timeFormat } from '@/messages/locale';
import { useWorkspace } from '@/api/queries';
import { inCurrency } from '@/ui/figures';
import { Approvals } from './Approvals';
import { CannotBePriced } from './CannotBePriced';
import { Failing } from './Failing';
import { HeldRuns } from './HeldRuns';
import { useApprovals, useForYou, useToday } from './queries';
import { NotSent } from './NotSent';
import { PriceWars } from './PriceWars';
import { RatesAsk } from './RatesAsk';
import { FirstSteps } from '../FirstSteps';
import { useListingCount } from '../listings/queries';
import { TaxToCome } from './TaxToCome';
import { Standing } from './Standing';

const DAY = { weekday: 'long', day: 'numeric', month: 'long' } as const;

/** What waits for a person, in the order in which money hangs on it. */
export default function TodayPage() {
    const approvals = useApprovals();
    const today = useToday();
    const things = useForYou();
    const workspace = useWorkspace();
    const listings = useListingCount({}).data;
    const stake = approvals.data?.approvals.reduce((sum, one) => sum + Number(one.stake_own ?? 0), 0) ?? 0;
    return (
        <>
            <TopBar
                title={t('today.title')}
                note={
                    things !== undefined &&
                    today.data &&
                    t('today.line', {
                        day: timeFormat(DAY).format(new Date()),
                        things,
                        changed: today.data.changed_by_rules + today.data.changed_by_hand,
                        stake: stake > 0 ? inCurrency(stake.toFixed(0), workspace.data?.currency ?? '') : 'none',
                    })
                }
            />
            <main className="flex min-h-0 flex-1 max-[1000px]:flex-col max-[1000px]:overflow-auto">
                <div className="grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)] content-start gap-7 overflow-auto px-[18px] py-5 max-[1000px]:overflow-visible">
                    <FirstSteps />
                    {things === 0 && listings !== undefined && listings > 0 && (
                        <div>
                            <h2 className="text-[17px]">{t('today.nothingWaits')}</h2>
                            <p className="mt-1 max-w-[60ch] text-text-2">{t('today.allWell')}</p>
                        </div>
                    )}
                    <RatesAsk />
                    <HeldRuns />
                    <PriceWars />
                    <Approvals />
                    <NotSent />
                    <Failing groups={today.data?.failing ?? []} elsewhere={today.data?.changed_elsewhere ?? 0} />
                    <CannotBePriced />
                    <TaxToCome />
                </div>
                <Standing />
            </main>
        </>
    );
}
