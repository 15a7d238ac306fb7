import { t } from '@/messages/watching';
import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import { usePages } from '@/api/usePages';
import { Button } from '@/ui/Button';
import { ALL, choose as select, has, isAny, NONE, size } from '@/ui/grid/selection';
import { Notice } from '@/ui/Notice';
import { Popup } from '@/ui/Popup';
import { RecentBatches } from '@/bulk/RecentBatches';
import { TopBar } from '@/ui/TopBar';
import { clsx } from 'clsx';
import { lazy, Suspense, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { AllRivals } from './AllRivals';
import { Empty } from '@/ui/Empty';
import { useCrawls } from './matches';
import { useSites, useWatchCount } from './queries';
import { SitePanel } from './SitePanel';
import { siteState, SiteTable } from './SiteTable';
import { WatchBulkBar } from './WatchBulkBar';
import { WatchPanel } from './WatchPanel';
import { WatchTable } from './WatchTable';
import { useChosen } from './useChosen';
import { useWatchKeys } from './useWatchKeys';

const AddWatches = lazy(() => import('./AddWatches'));
const Gaps = lazy(() => import('@/market/Gaps'));
const Breaches = lazy(() => import('@/market/Breaches'));
const Matches = lazy(() => import('./Matches'));
const Matrix = lazy(() => import('@/market/Matrix'));
const ReadShop = lazy(() => import('./ReadShop'));
const Sources = lazy(() => import('./Sources'));
const RecipeBench = lazy(() => import('./RecipeBench'));

const PAGE = 100;

type View = 'attention' | 'matches' | 'all' | 'compare' | 'minimum' | 'gaps' | 'sources' | 'pages' | 'sites' | 'recipe';

/** All competitors: what needs a person, sellers on marketplaces and shops side by side, and the pages that are read. */
export default function RivalsPage() {
    const [params, setParams] = useSearchParams();
    const [isAdding, setAdding] = useState(false);
    const [isReading, setReading] = useState(false);
    const view = (params.get('view') ?? 'attention') as View;
    const sites = useSites();
    const waiting = sites.data?.reduce((sum, site) => sum + site.attention, 0);
    const toDecide = useCrawls().data?.reduce((sum, crawl) => sum + crawl.proposed, 0);
    const change = (more: Record<string, string>) =>
        setParams((before) => new URLSearchParams({ ...Object.fromEntries(before), ...more }));
    const show = (next: View) => setParams(next === 'attention' ? {} : { view: next });
    const views: [View, string][] = [
        ['attention', t('watching.needsALook', { many: waiting ?? 0 })],
        ['matches', t('watching.matches', { many: toDecide ?? 0 })],
        ['all', t('watching.allRivals')],
        ['compare', t('watching.compare')],
        ['minimum', t('watching.minimumPrices')],
        ['gaps', t('watching.gaps')],
        ['sources', t('watching.sources')],
        ['pages', t('watching.pages')],
        ['sites', t('watching.sites')],
    ];
    return (
        <>
            <TopBar title={t('watching.rivals')} note={t('watching.note')}>
                <RecentBatches onOpen={(id) => change({ batch: id })} />
                <Popup label={t('watching.export')} align="end" trigger={<Button>{t('watching.export')}</Button>}>
                    <div className="grid w-[280px] gap-2">
                        <Download href="/api/v1/watches/export" says={t('watching.exportPages')} />
                        <Download href="/api/v1/readings/export" says={t('watching.exportReadings')} />
                    </div>
                </Popup>
                <Button onClick={() => change({ file: 'new', of: 'watches' })}>{t('watching.import')}</Button>
                <Button look="main" onClick={() => setAdding(true)}>
                    {t('watching.watchPages')}
                </Button>
            </TopBar>
            <nav
                aria-label={t('watching.whatToShow')}
                className="flex min-h-[50px] shrink-0 items-center gap-1 border-b border-line px-[18px]"
            >
                {views.map(([name, says]) => (
                    <button
                        key={name}
                        type="button"
                        aria-current={view === name ? 'page' : undefined}
                        onClick={() => show(name)}
                        className={clsx(
                            'h-8 rounded-md px-2.5',
                            view === name ? 'bg-stripe-soft font-bold' : 'text-text-2 hover:text-text',
                        )}
                    >
                        {says}
                    </button>
                ))}
            </nav>
            {view === 'all' && <AllRivals />}
            {view === 'compare' && (
                <Suspense fallback={null}>
                    <Matrix />
                </Suspense>
            )}
            {view === 'matches' && (
                <Suspense fallback={null}>
                    <Matches onRead={() => setReading(true)} />
                </Suspense>
            )}
            {view === 'minimum' && (
                <Suspense fallback={null}>
                    <Breaches />
                </Suspense>
            )}
            {view === 'gaps' && (
                <Suspense fallback={null}>
                    <Gaps />
                </Suspense>
            )}
            {view === 'sources' && (
                <Suspense fallback={null}>
                    <Sources />
                </Suspense>
            )}
            {view === 'sites' && <Sites />}
            {view === 'recipe' && <Recipe />}
            {(view === 'attention' || view === 'pages') && (
                <Pages
                    key={`${view} ${params.get('site') ?? ''}`}
                    isAttention={view === 'attention'}
                    onAdd={() => setAdding(true)}
                />
            )}
            {isReading && (
                <Suspense fallback={null}>
                    <ReadShop
                        onClose={() => {
                            setReading(false);
                            show('sites');
                        }}
                    />
                </Suspense>
            )}
            {isAdding && (
                <Suspense fallback={null}>
                    <AddWatches
                        open
                        onClose={() => {
                            setAdding(false);
                            show('attention');
                        }}
                    />
                </Suspense>
            )}
        </>
    );
}

function Download({ href, says }: { href: string; says: string }) {
    return (
        <a href={href} download className="text-stripe underline underline-offset-2">
            {says}
        </a>
    );
}

function Pages({ isAttention, onAdd }: { isAttention: boolean; onAdd: () => void }) {
    const [params] = useSearchParams();
    const site = params.get('site') ? Number(params.get('site')) : undefined;
    const [open, setOpen] = useChosen('watch');
    const [chosen, setChosen] = useState(NONE);
    const show = isAttention ? ('attention' as const) : undefined;
    const filter = { show, site };
    const total = useWatchCount(filter).data;
    const pages = usePages({
        name: key('watches', show, site),
        load: async (after: number | null, signal) => {
            const query = { ...filter, after: after ?? undefined };
            const rows = await take(api.GET('/api/v1/watches', { params: { query }, signal }));
            return { rows, next: rows.length === PAGE ? (rows.at(-1)?.id ?? null) : null };
        },
        idOf: (watch) => watch.id,
        size: PAGE,
    });
    useWatchKeys(pages.rows, open, setOpen);
    return (
        <div className="relative flex min-h-0 flex-1">
            <main className="flex min-w-0 flex-1 flex-col">
                {isAttention && <FailingSites />}
                {site !== undefined && <OfSite id={site} />}
                {isAny(chosen) && (
                    <WatchBulkBar chosen={chosen} total={total ?? 0} filter={filter} onNone={() => setChosen(NONE)} />
                )}
                <WatchTable
                    rows={pages.rows}
                    total={total ?? pages.rows.length}
                    choice={{
                        has: (id) => has(chosen, id),
                        size: size(chosen, total ?? pages.rows.length),
                        label: (watch) => t('watching.choosePage', { page: watch.url }),
                        labelAll: t('watching.chooseAllPages'),
                        onChoose: (ids, on) => setChosen((before) => select(before, ids, on)),
                        onChooseAll: (on) => setChosen(on ? ALL : NONE),
                    }}
                    open={open}
                    onOpen={setOpen}
                    onView={pages.onView}
                    isLoading={pages.isPending}
                    isBusy={pages.isBusy}
                    error={pages.error}
                    onRetry={pages.refetch}
                    empty={
                        isAttention ? (
                            <Empty title={t('watching.nothingToLookAt')} more={t('watching.nothingToLookAtMore')} />
                        ) : (
                            <Empty title={t('watching.noPages')} more={t('watching.noPagesMore')}>
                                <Button look="main" className="mt-3" onClick={onAdd}>
                                    {t('watching.watchPages')}
                                </Button>
                            </Empty>
                        )
                    }
                />
            </main>
            {open !== null && (
                <WatchPanel id={open} known={pages.rows.find((row) => row.id === open)} onClose={() => setOpen(null)} />
            )}
        </div>
    );
}

/** Which shop's pages are shown, and the way back to all. */
function OfSite({ id }: { id: number }) {
    const site = useSites().data?.find((one) => one.id === id);
    return (
        <p className="flex items-center gap-3 border-b border-line px-[18px] py-2">
            <b>{t('watching.pagesOf', { host: site?.name ?? '' })}</b>
            <Link to="/rivals?view=pages" className="text-stripe underline underline-offset-2">
                {t('watching.allShops')}
            </Link>
        </p>
    );
}

/** Shops most of whose pages find no price any more: told once, not for each page. */
function FailingSites() {
    const sites = useSites();
    return sites.data
        ?.filter((site) => site.is_failing)
        .map((site) => (
            <div key={site.id} className="border-b border-line px-[18px] py-2">
                <Notice>
                    <b>{site.name}</b>: {siteState(site)}.{' '}
                    <Link
                        to={`/rivals?view=pages&site=${site.id}`}
                        className="text-stripe underline underline-offset-2"
                    >
                        {t('watching.lookAtThem')}
                    </Link>
                </Notice>
            </div>
        ));
}

function Recipe() {
    const [params] = useSearchParams();
    const site = useSites().data?.find((one) => one.id === Number(params.get('shop')));
    return site ? (
        <Suspense fallback={null}>
            <RecipeBench key={site.id} site={site} />
        </Suspense>
    ) : null;
}

function Sites() {
    const sites = useSites();
    const [open, setOpen] = useChosen('shop');
    const chosen = sites.data?.find((site) => site.id === open);
    return (
        <div className="relative flex min-h-0 flex-1">
            <main className="flex min-w-0 flex-1 flex-col">
                <SiteTable
                    rows={sites.data ?? []}
                    total={sites.data?.length ?? 0}
                    open={open}
                    onOpen={setOpen}
                    onView={() => undefined}
                    isLoading={sites.isPending}
                    isBusy={false}
                    error={sites.error}
                    onRetry={() => void sites.refetch()}
                    empty={<Empty title={t('watching.noSites')} more={t('watching.noPagesMore')} />}
                />
            </main>
            {chosen && <SitePanel key={chosen.id} site={chosen} onClose={() => setOpen(null)} />}
        </div>
    );
}
