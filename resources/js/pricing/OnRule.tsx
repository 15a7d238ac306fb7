import { t } from '@/messages/pricing';
import type { Rule } from '@/api/client';
import { Notice } from '@/ui/Notice';
import { Link } from 'react-router';

/** How many listings are on the rule, and what is the matter with some of them. */
export function OnRule({ rule }: { rule: Rule | null }) {
    if (!rule)
        return <p className="mt-6 border-t border-line pt-4 text-text-2">{t('pricing.saveItFirstThenPutListings')}</p>;
    return (
        <div className="mt-6 border-t border-line pt-4">
            {rule.listings === 0 ? (
                <Notice>
                    {t('pricing.noListingIsOnThisRule')}{' '}
                    <Link to="/listings?rule=none" className="text-stripe underline underline-offset-2">
                        {t('pricing.chooseListingsForIt')}
                    </Link>
                </Notice>
            ) : (
                <p className="text-text-2">
                    <Link to={`/listings?rule=${rule.id}`} className="text-stripe underline underline-offset-2">
                        {t('pricing.listingsAreOnIt', { listings: rule.listings })}
                    </Link>
                    {rule.blocked > 0 && (
                        <>
                            ,{' '}
                            <Link
                                to={`/listings?rule=${rule.id}&state=blocked`}
                                className="text-broken underline underline-offset-2"
                            >
                                {t('pricing.cannotBePriced2', { blocked: rule.blocked })}
                            </Link>
                        </>
                    )}
                    {t('pricing.chooseMoreInTheListAnd', {
                        paused: rule.paused > 0 && t('pricing.pausedByYou', { paused: rule.paused }),
                    })}
                </p>
            )}
        </div>
    );
}
