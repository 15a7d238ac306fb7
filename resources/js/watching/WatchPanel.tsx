import { t } from '@/messages/watching';
import { said } from '@/messages/said';
import { api, take } from '@/api/client';
import { key } from '@/api/keys';
import { Sparkline } from '@/charts/Sparkline';
import { Ago } from '@/ui/Ago';
import { Button } from '@/ui/Button';
import { ago, clock, priced } from '@/ui/figures';
import { InlineButton } from '@/ui/InlineButton';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { ChooseListing, type Chosen } from './ChooseListing';
import {
    useChangeWatches,
    useConfirm,
    useReadings,
    useReadNow,
    useReject,
    useRemove,
    type FoundOffer,
    type Reading,
    type Watch,
} from './queries';
import { availability, doubts, scheduleName, SCHEDULES, scheduleWords, source, status, verdict } from './words';

const PageWindow = lazy(() => import('./PageWindow'));

const LINK = 'text-stripe underline underline-offset-2';

interface Props {
    id: number;
    /** As the list has it. */
    known: Watch | undefined;
    onClose: () => void;
}

/** One page: what was found on it, beside ours, and what a person says of it. */
export function WatchPanel({ id, known, onClose }: Props) {
    const watch = useQuery({
        queryKey: key('watches', 'one', id),
        queryFn: ({ signal }) => take(api.GET('/api/v1/watches/{id}', { params: { path: { id } }, signal })),
        placeholderData: (before) => known ?? before,
    });
    return (
        <aside
            aria-label={t('watching.inspector')}
            data-watch={watch.data?.id}
            className="w-[336px] shrink-0 overflow-auto border-l border-line bg-sheet px-4 py-3.5 max-[900px]:absolute max-[900px]:inset-y-0 max-[900px]:right-0 max-[900px]:z-20"
        >
            {watch.error && !watch.data && <ProblemNotice error={watch.error} onRetry={() => void watch.refetch()} />}
            {watch.data && <Body key={watch.data.id} watch={watch.data} onClose={onClose} />}
        </aside>
    );
}

function Body({ watch, onClose }: { watch: Watch; onClose: () => void }) {
    const [shown, setShown] = useState<{ reading: number; isPointing: boolean; title: string } | null>(null);
    return (
        <>
            <div className="flex items-start gap-2">
                <h2 className="min-w-0 flex-1 text-[15.5px] leading-snug break-words">
                    {watch.found?.name ?? watch.listing?.title ?? watch.host}
                </h2>
                <button
                    type="button"
                    onClick={onClose}
                    aria-label={t('watching.close')}
                    className="rounded p-0.5 text-text-3 hover:text-text"
                >
                    <X size={16} />
                </button>
            </div>
            <p className="text-text-2">
                {watch.host} ·{' '}
                <a href={watch.url} target="_blank" rel="noreferrer noopener" className={LINK}>
                    {t('watching.openPage')}
                </a>
            </p>
            {watch.listing && (
                <p className="text-text-2">
                    {t('watching.forListing')}{' '}
                    <Link to={`/listings?listing=${watch.listing.id}&q=${watch.listing.sku}`} className={LINK}>
                        {watch.listing.sku}
                    </Link>{' '}
                    · {watch.listing.channel} ·{' '}
                    <Link
                        to={`/alerts?${String(new URLSearchParams({ alert: 'new', watch: String(watch.id), title: watch.url }))}`}
                        className={LINK}
                    >
                        {t('watching.tellMe')}
                    </Link>
                </p>
            )}
            <Answer watch={watch} onPoint={(reading) => setShown({ reading, isPointing: true, title: watch.url })} />
            <Settings watch={watch} onRemoved={onClose} />
            <Log
                watch={watch}
                onShow={(reading, time) =>
                    setShown({
                        reading,
                        isPointing: false,
                        title: t('watching.pageOfReading', { when: clock(time) }),
                    })
                }
            />
            {shown && (
                <Suspense fallback={null}>
                    <PageWindow site={watch.site_id} {...shown} onClose={() => setShown(null)} />
                </Suspense>
            )}
        </>
    );
}

/** What the last reading found, and what a person says of it. */
function Answer({ watch, onPoint }: { watch: Watch; onPoint: (reading: number) => void }) {
    const confirm = useConfirm(watch.id);
    const reject = useReject(watch.id);
    const [chosen, setChosen] = useState<Chosen | null>(null);
    const { reading, found } = watch;
    const proposed = chosen ?? watch.listing ?? watch.proposed;
    const isOpen = watch.state !== 'confirmed' || watch.verdict === 'doubtful';
    const isBusy = confirm.isPending || reject.isPending;
    return (
        <section className="mt-3" aria-label={t('watching.found')}>
            <p className="text-[16px] font-bold" aria-live="polite">
                {status(watch)}
            </p>
            {watch.site_warning && (
                <div className="mt-2">
                    <Notice>{said(watch.site_warning)}</Notice>
                </div>
            )}
            {watch.site_problem && (
                <div className="mt-2">
                    <Notice>{said(watch.site_problem)}</Notice>
                </div>
            )}
            {watch.problem && (
                <div className="mt-2">
                    <Notice>{said(watch.problem)}</Notice>
                </div>
            )}
            {watch.doubts.length > 0 && <p className="text-text-2">{doubts(watch.doubts)}</p>}
            {found && <Found found={found} watch={watch} />}
            {watch.verdict === 'doubtful' && watch.counts && (
                <p className="mt-2 text-text-2">
                    {t('watching.before')}: {priced(watch.counts.price, watch.counts.currency)},{' '}
                    {ago(watch.counts.read_at)}
                </p>
            )}
            {watch.variants.length > 0 && <Variants watch={watch} />}
            {reading !== null && isOpen && found && !watch.listing && (
                <div className="mt-3 grid gap-1">
                    {proposed && <p>{t('watching.isItFor', { sku: proposed.sku })}</p>}
                    <ChooseListing onChoose={setChosen} />
                </div>
            )}
            <div className="mt-3 flex flex-wrap gap-2">
                {reading !== null && found && isOpen && (
                    <Button
                        aria-keyshortcuts="y"
                        look={watch.verdict === 'wrong' ? 'plain' : 'main'}
                        disabled={isBusy || !proposed}
                        onClick={() => confirm.mutate({ reading, listing_id: proposed?.id })}
                    >
                        {t('watching.yes')}
                    </Button>
                )}
                {reading !== null && found && watch.verdict !== 'wrong' && (
                    <Button aria-keyshortcuts="w" disabled={isBusy} onClick={() => reject.mutate(reading)}>
                        {t('watching.wrong')}
                    </Button>
                )}
                {reading !== null && (isOpen || watch.verdict === 'failed') && (
                    <Button
                        aria-keyshortcuts="p"
                        look={watch.verdict === 'wrong' || !found ? 'main' : 'plain'}
                        className={watch.verdict === 'wrong' ? 'order-first' : undefined}
                        onClick={() => onPoint(reading)}
                    >
                        {t('watching.pointAt')}
                    </Button>
                )}
            </div>
            {confirm.error && <ProblemNotice error={confirm.error} />}
            {reject.error && <ProblemNotice error={reject.error} />}
        </section>
    );
}

function Found({ found, watch }: { found: FoundOffer; watch: Watch }) {
    return (
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            <Row name={t('watching.price')}>
                <b className="text-[20px]">{priced(found.price, found.currency)}</b>
            </Row>
            {watch.listing && (
                <Row name={t('watching.ours')}>{priced(watch.listing.price, watch.listing.currency)}</Row>
            )}
            {found.promotion !== null && <Row name={t('watching.promotion')}>{found.promotion}</Row>}
            <Row name={t('watching.shipping')}>
                {found.shipping === null ? t('watching.shippingUnknown') : priced(found.shipping, found.currency)}
            </Row>
            <Row name={t('watching.availability')}>{availability(found.availability)}</Row>
            {found.variant && <Row name={t('watching.variant')}>{found.variant}</Row>}
            <Row name={t('watching.where')}>{source(found.source)}</Row>
            <Row name={t('watching.sure')}>{found.confidence} %</Row>
        </dl>
    );
}

function Row({ name, children }: { name: string; children: ReactNode }) {
    return (
        <>
            <dt className="text-text-2">{name}</dt>
            <dd className="text-right break-words">{children}</dd>
        </>
    );
}

/** Which of the variants of the page is meant. */
function Variants({ watch }: { watch: Watch }) {
    const change = useChangeWatches({ ids: [watch.id] });
    const currency = watch.variants_currency ?? '';
    return (
        <div className="mt-3">
            <Select
                label={t('watching.chooseVariant')}
                value={watch.variant ?? ''}
                onChange={(variant) => change.mutate({ variant: variant === '' ? null : variant })}
                options={[
                    ['', t('watching.variantPage')],
                    ...(watch.variant && !watch.variants.some(({ name }) => name === watch.variant)
                        ? [[watch.variant, watch.variant] as const]
                        : []),
                    ...watch.variants.map(
                        ({ name, price }) =>
                            [
                                name,
                                price === null
                                    ? name
                                    : t('watching.variantIs', { name, price: priced(price, currency) }),
                            ] as const,
                    ),
                ]}
            />
            {change.error && <ProblemNotice error={change.error} />}
        </div>
    );
}

/** When it is read. */
function Settings({ watch, onRemoved }: { watch: Watch; onRemoved: () => void }) {
    const change = useChangeWatches({ ids: [watch.id] });
    const readNow = useReadNow({ ids: [watch.id] });
    const remove = useRemove({ ids: [watch.id] });
    const own = scheduleName(watch.schedule);
    return (
        <section className="mt-4 grid gap-2 border-t border-line pt-3">
            <Select
                label={t('watching.schedule')}
                value={own}
                onChange={(name) => {
                    const schedule = SCHEDULES.find(([one]) => one === name)?.[2];
                    if (schedule) change.mutate({ schedule });
                }}
                options={[
                    ...SCHEDULES.map(([name, says]) => [name, says] as const),
                    ...(own === 'own' ? [['own', scheduleWords(watch.schedule)] as const] : []),
                ]}
            />
            <p className="text-[12.5px] text-text-2">
                {watch.due_at ? t('watching.nextAt', { when: clock(watch.due_at) }) : t('watching.notByItself')}
            </p>
            <div className="flex flex-wrap gap-2">
                <Button disabled={readNow.isPending} onClick={() => readNow.mutate()}>
                    {t('watching.readNow')}
                </Button>
                <Button disabled={change.isPending} onClick={() => change.mutate({ is_paused: !watch.is_paused })}>
                    {watch.is_paused ? t('watching.resume') : t('watching.pause')}
                </Button>
                <Button
                    look="quiet"
                    disabled={remove.isPending}
                    onClick={() => remove.mutate(undefined, { onSuccess: onRemoved })}
                >
                    {t('watching.remove')}
                </Button>
            </div>
            {change.error && <ProblemNotice error={change.error} />}
            {readNow.error && <ProblemNotice error={readNow.error} />}
            {remove.error && <ProblemNotice error={remove.error} />}
        </section>
    );
}

const CHART_PX = 302;

/** What was read over time, in the currency of the last price, beside ours where that is the same. */
function Chart({ watch, readings, until }: { watch: Watch; readings: Reading[]; until: number }) {
    const currency = readings.find((reading) => reading.price !== null)?.currency;
    const read = readings.filter((reading) => reading.price === null || reading.currency === currency).reverse();
    const prices = read
        .flatMap(({ price }) => (price === null ? [] : [price]))
        .sort((one, other) => Number(one) - Number(other));
    if (!currency || prices.length < 2) return null;
    const says = t('watching.chartSays', {
        lowest: priced(prices[0], currency),
        highest: priced(prices.at(-1), currency),
        many: prices.length,
    });
    return (
        <figure className="mt-1">
            <Sparkline
                label={says}
                steps={read.map(({ read_at, price }) => ({
                    at: Date.parse(read_at) / 1_000,
                    figure: price === null ? null : Number(price),
                }))}
                level={watch.listing?.currency === currency ? Number(watch.listing.price) : null}
                until={until}
                width={CHART_PX}
                height={72}
            />
            <figcaption className="text-[12px] text-text-3">{says}</figcaption>
        </figure>
    );
}

/** Every attempt to read it. */
function Log({ watch, onShow }: { watch: Watch; onShow: (reading: number, time: string) => void }) {
    const readings = useReadings(watch.id);
    return (
        <section className="mt-4">
            <h3 className="text-[14px]">{t('watching.log')}</h3>
            {readings.error && !readings.data && <ProblemNotice error={readings.error} />}
            {readings.data?.length === 0 && <p className="text-text-2">{t('watching.logNothing')}</p>}
            {readings.data && <Chart watch={watch} readings={readings.data} until={readings.dataUpdatedAt / 1_000} />}
            <ol className="mt-1">
                {readings.data?.map((reading) => (
                    <li key={reading.id} className="border-b border-dotted border-line-2 py-1">
                        <div className="flex justify-between gap-3">
                            <span>
                                <Ago time={reading.read_at} className="text-text-2" /> · {verdict(reading.verdict)}
                            </span>
                            <span className="whitespace-nowrap">
                                {reading.price ? priced(reading.price, reading.currency ?? '') : '–'}
                            </span>
                        </div>
                        <div className="flex justify-between gap-3 text-[12px] text-text-3">
                            <span className="min-w-0 truncate">
                                {reading.problem ? said(reading.problem) : reading.source ? source(reading.source) : ''}
                            </span>
                            {reading.has_page && (
                                <InlineButton className={LINK} onClick={() => onShow(reading.id, reading.read_at)}>
                                    {t('watching.showPage')}
                                </InlineButton>
                            )}
                        </div>
                    </li>
                ))}
            </ol>
        </section>
    );
}
