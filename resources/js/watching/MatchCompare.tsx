import { t } from '@/messages/watching';
import { Ago } from '@/ui/Ago';
import { Button } from '@/ui/Button';
import { inCurrency, percent } from '@/ui/figures';
import { clsx } from 'clsx';
import { ExternalLink } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { marked } from './markedWords';
import type { Match, MatchState } from './matches';

export const VERDICTS: Record<Match['verdict'], string> = {
    same: t('watching.verdictSame'),
    perhaps: t('watching.verdictPerhaps'),
    different: t('watching.verdictDifferent'),
};

export const STATES: Record<MatchState, string> = {
    proposed: t('watching.matchProposed'),
    later: t('watching.matchLater'),
    accepted: t('watching.matchAccepted'),
    rejected: t('watching.matchRejected'),
};

const REASONS: Record<string, string> = {
    gtin: t('watching.reason_gtin'),
    part_number: t('watching.reason_part_number'),
    brand: t('watching.reason_brand'),
    title: t('watching.reason_title'),
    measure: t('watching.reason_measure'),
    pack: t('watching.reason_pack'),
    model: t('watching.reason_model'),
    generation: t('watching.reason_generation'),
    year: t('watching.reason_year'),
    colour: t('watching.reason_colour'),
    size: t('watching.reason_size'),
    side: t('watching.reason_side'),
    audience: t('watching.reason_audience'),
    connector: t('watching.reason_connector'),
    language: t('watching.reason_language'),
    condition: t('watching.reason_condition'),
    accessory: t('watching.reason_accessory'),
    tier: t('watching.reason_tier'),
    price: t('watching.reason_price'),
};

/** Two products side by side, what speaks for their being one, and what a person says. */
export function MatchCompare({ match, onDecide }: { match: Match; onDecide: (state: MatchState) => void }) {
    const { ours, theirs } = match;
    return (
        <section aria-label={t('watching.matchList')} data-match={match.id} className="min-h-0 overflow-auto px-5 py-4">
            <div className="flex flex-wrap items-center gap-2">
                <h2 className="mr-auto text-[17px]">
                    {VERDICTS[match.verdict]}
                    <span className="ml-2 font-normal text-text-2">
                        {t('watching.matchScore', { score: match.score })}
                    </span>
                </h2>
                {match.state === 'proposed' || match.state === 'later' ? (
                    <>
                        <Button look="main" aria-keyshortcuts="y" onClick={() => onDecide('accepted')}>
                            {t('watching.matchAccept')}
                        </Button>
                        <Button aria-keyshortcuts="n" onClick={() => onDecide('rejected')}>
                            {t('watching.matchReject')}
                        </Button>
                        {match.state === 'proposed' && (
                            <Button aria-keyshortcuts="l" onClick={() => onDecide('later')}>
                                {t('watching.matchPutOff')}
                            </Button>
                        )}
                    </>
                ) : (
                    <Button aria-keyshortcuts="u" onClick={() => onDecide('proposed')}>
                        {t('watching.matchTakeBack')}
                    </Button>
                )}
            </div>
            {match.decided_at && <Decided match={match} at={match.decided_at} />}
            <table className="mt-4 w-full table-fixed border-collapse">
                <thead>
                    <tr className="text-left align-top">
                        <th className="w-[104px]" />
                        <th className="pr-4 pb-2 text-[14px]">{t('watching.matchOurs')}</th>
                        <th className="pb-2 text-[14px]">{theirs.shop}</th>
                    </tr>
                </thead>
                <tbody>
                    <Row
                        name={t('watching.matchTitle')}
                        ours={<Marked text={ours.title} other={`${theirs.title} ${theirs.brand ?? ''}`} />}
                        theirs={<Marked text={theirs.title} other={`${ours.title} ${ours.brand ?? ''}`} />}
                        isLarge
                    />
                    <Row
                        name={t('watching.matchPrice')}
                        ours={ours.price === null ? null : inCurrency(ours.price, ours.currency ?? '')}
                        theirs={<TheirPrice price={theirs.price} currency={theirs.currency} apart={match.percent} />}
                    />
                    <Row name={t('watching.matchBrand')} ours={ours.brand} theirs={theirs.brand} />
                    <Row name={t('watching.matchGtin')} ours={ours.gtin} theirs={theirs.gtin} />
                    <Row name={t('watching.matchMpn')} ours={ours.mpn} theirs={theirs.mpn} />
                    <Row name={t('watching.matchSku')} ours={ours.sku} theirs={theirs.sku} />
                    <Row
                        name={t('watching.matchStock')}
                        ours=""
                        theirs={theirs.in_stock ? t('watching.matchInStock') : t('watching.matchSoldOut')}
                    />
                    <tr>
                        <td />
                        <td className="pt-2">
                            {ours.listing_id !== null && (
                                <Link
                                    to={`/listings?listing=${ours.listing_id}`}
                                    className="text-stripe underline underline-offset-2"
                                >
                                    {t('watching.matchOpenListing')}
                                </Link>
                            )}
                        </td>
                        <td className="pt-2">
                            <a
                                href={theirs.url ?? undefined}
                                target="_blank"
                                rel="noopener noreferrer"
                                className="inline-flex items-center gap-1 text-stripe underline underline-offset-2"
                            >
                                {t('watching.matchOpenPage')} <ExternalLink size={13} aria-hidden />
                            </a>
                        </td>
                    </tr>
                </tbody>
            </table>
            <h3 className="mt-5 text-[14px]">{t('watching.matchReasons')}</h3>
            <ul className="mt-1">
                {match.reasons.map((reason) => (
                    <li
                        key={`${reason.kind} ${reason.ours} ${reason.theirs}`}
                        className="grid grid-cols-[22px_140px_minmax(0,1fr)] border-b border-line py-1"
                    >
                        <span
                            aria-hidden
                            className={clsx('font-bold', reason.weight >= 0 ? 'text-stripe' : 'text-broken')}
                        >
                            {reason.weight >= 0 ? '+' : '−'}
                        </span>
                        <span className="text-text-2">{REASONS[reason.kind] ?? reason.kind}</span>
                        <span className="break-words">{says(reason)}</span>
                    </li>
                ))}
            </ul>
        </section>
    );
}

function says({ agreement, ours, theirs }: Match['reasons'][number]): string {
    if (agreement === 'equal')
        return ours === '' ? t('watching.reasonEqualPlain') : t('watching.reasonEqual', { ours });
    if (theirs === '') return t('watching.reasonOursOnly', { ours });
    if (ours === '') return t('watching.reasonTheirsOnly', { theirs });
    return t('watching.reasonDiffers', { ours, theirs });
}

function Decided({ match, at }: { match: Match; at: string }) {
    const state = STATES[match.state];
    return (
        <p className="mt-1 text-text-2">
            {match.decided_by === null ? state : `${state}, ${match.decided_by}`}, <Ago time={at} />
            {match.state === 'accepted' && `. ${t('watching.matchPages', { many: match.watches })}`}
        </p>
    );
}

function Row({
    name,
    ours,
    theirs,
    isLarge = false,
}: {
    name: string;
    ours: ReactNode;
    theirs: ReactNode;
    isLarge?: boolean;
}) {
    const none = <span className="text-text-3">{t('watching.matchNotSaid')}</span>;
    return (
        <tr className={clsx('border-t border-line align-top', isLarge && 'text-[15.5px]')}>
            <th scope="row" className="py-1.5 pr-3 text-left text-[13px] font-normal text-text-2">
                {name}
            </th>
            <td className="py-1.5 pr-4 break-words">{ours ?? none}</td>
            <td className="py-1.5 break-words">{theirs ?? none}</td>
        </tr>
    );
}

function Marked({ text, other }: { text: string; other: string }) {
    return marked(text, other).map(({ word, differs }, i) => (
        // Words may stand there twice.
        <span key={i}>
            {i > 0 && ' '}
            {differs ? <mark className="rounded-sm bg-stripe-soft px-0.5 font-bold text-text">{word}</mark> : word}
        </span>
    ));
}

function TheirPrice({
    price,
    currency,
    apart,
}: {
    price: string | null;
    currency: string | null;
    apart: string | null;
}) {
    if (price === null) return <span className="text-text-3">{t('watching.matchNotSaid')}</span>;
    const share = apart === null ? '' : percent(apart.replace(/^[+-]/, ''), 1);
    return (
        <>
            {inCurrency(price, currency ?? '')}{' '}
            {apart !== null && (
                <span className="text-text-2">
                    {apart.startsWith('-')
                        ? t('watching.matchCheaper', { percent: share })
                        : apart.startsWith('+')
                          ? t('watching.matchDearer', { percent: share })
                          : t('watching.matchSamePrice')}
                </span>
            )}
        </>
    );
}
