import { t } from '@/messages/watching';
import { useRivals } from '@/market/queries';
import { RivalTable } from '@/market/RivalTable';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { Empty } from '@/ui/Empty';
import { useSites } from './queries';
import { useChosen } from './useChosen';
import { when } from './words';

const RivalView = lazy(() => import('@/market/RivalView'));

const NO_RIVALS: never[] = [];

/** Sellers on marketplaces and shops of their own in one list, or one of them. */
export function AllRivals() {
    const rivals = useRivals();
    const sites = useSites();
    const [open, setOpen] = useChosen('rival', true);
    const chosen = rivals.data?.rivals.find((rival) => rival.id === open);
    const site = chosen?.channel === null ? sites.data?.find((one) => one.host === chosen.seller) : undefined;
    // Noughts would be taken for an answer.
    const isFirst = rivals.data?.as_of === null && rivals.data.is_behind;
    if (chosen) {
        const links = site && (
            <>
                <Link to={`/rivals?view=pages&site=${site.id}`} className="text-stripe underline underline-offset-2">
                    {t('watching.itsPages', { many: site.watches, failing: site.failing })}
                </Link>
                <Link to={`/rivals?view=sites&shop=${site.id}`} className="text-stripe underline underline-offset-2">
                    {t('watching.itsSettings')}
                </Link>
            </>
        );
        return (
            <Suspense fallback={null}>
                <RivalView key={chosen.id} rival={chosen} links={links} />
            </Suspense>
        );
    }
    return (
        <main className="flex min-h-0 min-w-0 flex-1 flex-col">
            <p role="status" className="border-b border-line px-[18px] py-2 text-text-2">
                {rivals.data?.is_behind && `${t('watching.beingWorkedOut')} `}
                {rivals.data?.as_of && t('watching.asOf', { when: when(rivals.data.as_of) })}
            </p>
            <RivalTable
                rows={isFirst ? NO_RIVALS : (rivals.data?.rivals ?? NO_RIVALS)}
                total={rivals.data?.rivals.length ?? 0}
                open={open}
                onOpen={setOpen}
                onView={() => undefined}
                isLoading={rivals.isPending || isFirst}
                isBusy={false}
                error={rivals.error}
                onRetry={() => void rivals.refetch()}
                empty={<Empty title={t('watching.noRivals')} more={t('watching.noRivalsMore')} />}
            />
        </main>
    );
}
