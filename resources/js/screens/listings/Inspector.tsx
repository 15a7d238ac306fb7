import { rich, t } from '@/messages/inspector';
import type { Listing, ListingDetail } from '@/api/client';
import { PriceLine } from '@/charts/PriceLine';
import { holds, useAnswerPriceWar } from '@/pricing/price-wars';
import { Beside } from '@/ui/Beside';
import { Button } from '@/ui/Button';
import { clock, percent, priced, signed, symbol } from '@/ui/figures';
import { STANDS_UNTIL } from '@/ui/HandPriceStands';
import { InlineButton } from '@/ui/InlineButton';
import { Notice, ProblemNotice } from '@/ui/Notice';
import { assigned, changeState, problem, reason } from '@/ui/words';
import { X } from 'lucide-react';
import { lazy, Suspense, type ReactNode } from 'react';
import { Link } from 'react-router';
import { Costs } from './Costs';
import { Earnings } from './Earnings';
import { LimitsForm } from './LimitsForm';
import { Offers } from './Offers';
import { HistoryTable } from './HistoryTable';
import { useChangeListing, useHistory, useListing, useReleaseHandPrice } from './queries';
import { ruleState } from './columns';
import { Why } from '@/pricing/Why';

const LINK = 'text-stripe underline underline-offset-2';

const CatalogueOfListing = lazy(() => import('@/watching/CatalogueOfListing'));
const PagesOfListing = lazy(() => import('@/watching/PagesOfListing'));
const HistoryChart = lazy(() => import('@/charts/HistoryChart'));

/** Follows the selection beside the table: where the price stands, why, against whom, and what can be done. */
interface Props {
    onClose: () => void;
    onImport: () => void;
    /** Opens the window on its product, to change it or to offer it once more. */
    onProduct: (how: 'edit' | 'offer') => void;
}

export default function Inspector({ id, ...props }: Props & { id: number }) {
    const detail = useListing(id);
    return (
        <aside
            aria-label={t('inspector.inspector')}
            className="flex w-[336px] shrink-0 flex-col border-l border-line bg-sheet max-[900px]:absolute max-[900px]:inset-y-0 max-[900px]:right-0 max-[900px]:z-20"
        >
            {detail.error && !detail.data && (
                <div className="p-4">
                    <ProblemNotice error={detail.error} onRetry={() => void detail.refetch()} />
                    <Button className="mt-2" onClick={props.onClose}>
                        {t('inspector.close')}
                    </Button>
                </div>
            )}
            {detail.data && <Body detail={detail.data} {...props} />}
        </aside>
    );
}

function Body({ detail, onClose, onImport, onProduct }: Props & { detail: ListingDetail }) {
    const { listing, decision } = detail;
    return (
        <>
            <div className="min-h-0 flex-1 overflow-auto px-4 py-3.5">
                <div className="flex items-start gap-2">
                    <h2 className="min-w-0 flex-1 text-[15.5px] leading-snug">{listing.title}</h2>
                    <button
                        type="button"
                        onClick={onClose}
                        aria-label={t('inspector.closeTheInspector')}
                        className="rounded p-0.5 text-text-3 hover:text-text"
                    >
                        <X size={16} />
                    </button>
                </div>
                <p className="text-text-2">
                    {listing.sku} · {listing.channel} · {listing.condition} ·{' '}
                    {listing.fulfilment === 'merchant' ? t('inspector.sentByUs') : t('inspector.sentByTheMarket')} ·{' '}
                    {listing.stock === null
                        ? t('inspector.stockUnknown')
                        : t('inspector.inStock', { stock: listing.stock })}
                </p>
                <p className="text-[12.5px] text-text-3">
                    {[detail.brand, detail.category, detail.gtin && t('inspector.gtin', { gtin: detail.gtin })]
                        .filter(Boolean)
                        .join(' · ')}{' '}
                    <InlineButton className={LINK} onClick={() => onProduct('edit')}>
                        {t('inspector.changeTheProduct')}
                    </InlineButton>{' '}
                    <InlineButton className={LINK} onClick={() => onProduct('offer')}>
                        {t('inspector.offerItOnceMore')}
                    </InlineButton>{' '}
                    <Link
                        className={LINK}
                        to={`/alerts?${String(new URLSearchParams({ alert: 'new', listing: String(listing.id), title: listing.title }))}`}
                    >
                        {t('inspector.tellMeOfThis')}
                    </Link>
                </p>
                <Line detail={detail} onImport={onImport} />
                <SixFigures detail={detail} />
                {detail.price_war && <Held priceWar={detail.price_war} />}
                <ByHand listing={listing} />
                <Why
                    decision={decision}
                    price={listing.price}
                    currency={listing.currency}
                    heading={heading(listing, detail)}
                />
                <Offers offers={detail.offers} currency={listing.currency} />
                <Suspense fallback={null}>
                    <CatalogueOfListing listing={listing} />
                </Suspense>
                <Suspense fallback={null}>
                    <PagesOfListing listing={listing} />
                </Suspense>
                <LimitsForm key={listing.id} detail={detail} />
                <Earnings detail={detail} />
                <Costs detail={detail} />
                <History listing={listing} />
            </div>
            <Actions listing={listing} />
        </>
    );
}

/** Why its price does not follow its rule for a while. */
function Held({ priceWar: { id, answer, rival, until } }: { priceWar: NonNullable<ListingDetail['price_war']> }) {
    const end = useAnswerPriceWar(id, 1);
    return (
        <div className="mt-4">
            <Notice broken={false}>
                {t('inspector.youAndWereSteppingEach', { rival, answer: holds(answer), until: clock(until) })}{' '}
                <InlineButton className={LINK} onClick={() => end.mutate('leave')}>
                    {t('inspector.endThat')}
                </InlineButton>
            </Notice>
            {end.error && <ProblemNotice error={end.error} />}
        </div>
    );
}

/** The price that someone set, for how long its rule leaves it alone, and what it waits for. */
function ByHand({ listing }: { listing: Listing }) {
    const release = useReleaseHandPrice(listing.id);
    const hand = listing.hand_price;
    if (!hand) return null;
    const waits =
        listing.going_to === hand.price
            ? changeState(listing.going_state ?? '', listing.going_waits_for)
            : listing.going_to
              ? t('inspector.waitsUntilHasArrived', { goingTo: priced(listing.going_to, listing.currency) })
              : t('inspector.isSentInAMoment');
    return (
        <div className="mt-4">
            <Notice broken={false}>
                {t('inspector.setByHandItStands', {
                    by: hand.by ?? t('inspector.someone'),
                    price: priced(hand.price, listing.currency),
                    until: hand.until
                        ? t('inspector.until', { until: clock(hand.until) })
                        : hand.stands !== 'hours' && STANDS_UNTIL[hand.stands],
                    rule: listing.rule && t('inspector.andTheRuleLeavesThis'),
                    arrived: !hand.arrived && t('inspector.itIs', { waits }),
                })}{' '}
                <InlineButton className={LINK} onClick={() => release.mutate()}>
                    {t('inspector.releaseIt')}
                </InlineButton>
            </Notice>
            {release.error && <ProblemNotice error={release.error} />}
        </div>
    );
}

/** Whether what its rule says becomes its price: nothing is switched off, and no price set by hand stands. */
const followsItsRule = (listing: Listing) => listing.repriced && listing.hand_price === null;

function heading(listing: Listing, { decision }: ListingDetail): string {
    if (listing.problem) return t('inspector.whyItCannotBePriced');
    if (listing.rule_id === null) return t('inspector.onNoRuleBesideTheCheapest');
    if (decision.price)
        return followsItsRule(listing)
            ? t('inspector.why', { price: priced(decision.price, listing.currency) })
            : t('inspector.itsRuleWouldSay', { price: priced(decision.price, listing.currency) });
    return t('inspector.whyItStaysAt', { price: priced(listing.price, listing.currency) });
}

function Line({ detail, onImport }: { detail: ListingDetail; onImport: () => void }) {
    const { listing, decision, offers } = detail;
    if (listing.problem) {
        const what = problem(listing.problem);
        return (
            <div className="my-3 border-l-4 border-broken bg-broken-soft px-3 py-2">
                <b className="block">{what.says}</b>
                {listing.problem === 'limits_conflict' && (
                    <p>
                        {t('inspector.floorCeiling', {
                            floor: priced(listing.floor, listing.currency),
                            ceiling: priced(listing.ceiling, listing.currency),
                        })}
                    </p>
                )}
                {listing.problem === 'cost_missing' ? (
                    <button type="button" onClick={onImport} className="text-stripe underline underline-offset-2">
                        {what.fix}
                    </button>
                ) : (
                    <p className="text-text-2">{t('inspector.below', { fix: what.fix })}</p>
                )}
            </div>
        );
    }
    const names = new Map(offers.map((offer) => [offer.seller, offer.name]));
    return (
        <figure className="my-2">
            <PriceLine
                floor={listing.floor}
                ceiling={listing.ceiling}
                price={listing.price}
                proposed={listing.going_to ?? (followsItsRule(listing) ? decision.price : null)}
                marks={listing.marks.map((mark) => ({ ...mark, seller: names.get(mark.seller) ?? mark.seller }))}
                currency={listing.currency}
                large
            />
            <figcaption className="flex justify-between px-1 text-[12px] text-text-2">
                <span>{t('inspector.floor2', { floor: priced(listing.floor, listing.currency) })}</span>
                <span>{t('inspector.ceiling2', { ceiling: priced(listing.ceiling, listing.currency) })}</span>
            </figcaption>
        </figure>
    );
}

function SixFigures({ detail: { listing, decision, offers, profit_own } }: { detail: ListingDetail }) {
    const isFollowing = followsItsRule(listing);
    const after = listing.hand_price ? null : decision.after;
    const before = decision.before;
    const lowest = offers.find((offer) => offer.dropped === null);
    const figures: [string, string, ReactNode][] = [
        [t('inspector.now'), '', priced(listing.price, listing.currency)],
        [
            listing.rule_id === null
                ? t('inspector.levelWithIt')
                : isFollowing
                  ? t('inspector.goingTo')
                  : t('inspector.itsRuleWouldSay2'),
            '',
            decision.price ? priced(decision.price, listing.currency) : listing.problem ? '–' : t('inspector.stays'),
        ],
        [
            t('inspector.lowestCounted'),
            t('inspector.withShipping'),
            lowest ? priced(lowest.landed, listing.currency) : t('inspector.nobody'),
        ],
        [
            t('inspector.profit3'),
            after ? t('inspector.was', { value: priced(before?.profit, listing.currency) }) : t('inspector.perUnit'),
            <>
                {signed((after ?? before)?.profit, listing.currency)}
                <Beside amount={profit_own} />
            </>,
        ],
        [
            t('inspector.marginOfPrice'),
            after ? t('inspector.was', { value: percent(before?.margin_percent) }) : '',
            percent((after ?? before)?.margin_percent),
        ],
        [
            t('inspector.markupOnCost'),
            after ? t('inspector.was', { value: percent(before?.markup_percent) }) : '',
            percent((after ?? before)?.markup_percent),
        ],
    ];
    return (
        <dl className="mt-2 grid grid-cols-3 rounded-md border border-line">
            {figures.map(([name, was, figure], index) => (
                <div
                    key={name}
                    className={`flex flex-col p-2 ${index % 3 ? 'border-l border-line' : ''} ${index > 2 ? 'border-t border-line' : ''}`}
                >
                    <dt className="text-[12px] leading-tight text-text-2">
                        {name}
                        {was && <span className="block text-text-3">{was}</span>}
                    </dt>
                    <dd className="mt-auto pt-1 text-[15px] font-bold">{figure}</dd>
                </div>
            ))}
        </dl>
    );
}

function History({ listing }: { listing: Listing }) {
    const history = useHistory(listing.id, 60);
    return (
        <section className="mt-4">
            <h3 className="mb-1 flex items-baseline justify-between text-[14px]">
                {rich('inspector.last60Days', {
                    symbol: symbol(listing.currency),
                    link: (
                        <Link
                            to={`/listings/${listing.id}/history`}
                            className="text-[12.5px] font-normal text-stripe underline underline-offset-2"
                        >
                            {t('inspector.inFull')}
                        </Link>
                    ),
                })}
            </h3>
            {history.error && !history.data && (
                <ProblemNotice error={history.error} onRetry={() => void history.refetch()} />
            )}
            <div
                className="min-h-[254px]"
                role="img"
                aria-label={t('inspector.priceRivalsAndSalesOfOver', { title: listing.title })}
            >
                {history.data && (
                    <Suspense fallback={null}>
                        <HistoryChart
                            history={history.data}
                            floor={listing.floor}
                            ceiling={listing.ceiling}
                            width={302}
                        />
                    </Suspense>
                )}
            </div>
            <p className="text-[12px] text-text-3">
                {t('inspector.linesOursLowestComparable')}{' '}
                <a
                    href={`/api/v1/listings/${listing.id}/history/export?days=60`}
                    download
                    className="text-stripe underline underline-offset-2"
                >
                    {t('inspector.asAFile')}
                </a>
            </p>
            {history.data && (
                <details className="mt-1">
                    <summary className="text-[12.5px] text-text-2">{t('inspector.inFigures')}</summary>
                    <div className="max-h-64 overflow-auto text-[12px]">
                        <HistoryTable history={history.data} />
                    </div>
                </details>
            )}
        </section>
    );
}

function Actions({ listing }: { listing: Listing }) {
    const change = useChangeListing(listing.id);
    return (
        <footer className="border-t border-line px-4 py-3">
            {change.error && (
                <div className="mb-2">
                    <ProblemNotice error={change.error} />
                </div>
            )}
            <div className="flex items-center gap-2">
                <Button
                    look={listing.automation_on ? 'plain' : 'main'}
                    disabled={change.isPending}
                    onClick={() => change.mutate({ version: listing.version, automation_on: !listing.automation_on })}
                >
                    {listing.automation_on ? t('inspector.pauseThisListing') : t('inspector.letTheRuleRepriceIt')}
                </Button>
                <p className="min-w-0 text-[12px] leading-tight text-text-2">
                    {listing.rule_id ? (
                        <>
                            <Link to={`/rules/${listing.rule_id}`} className="text-stripe underline underline-offset-2">
                                {listing.rule}
                            </Link>
                            {listing.assigned_by && (
                                <span className="text-text-3">, {assigned(listing.assigned_by)}</span>
                            )}
                            <span className="block">{ruleState(listing).says || reason(listing.reason)}</span>
                        </>
                    ) : (
                        t('inspector.onNoRuleChooseItIn')
                    )}
                </p>
            </div>
        </footer>
    );
}
