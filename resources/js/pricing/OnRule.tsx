import type { Rule } from '@/api/client';
import { Notice } from '@/ui/Notice';
import { count } from '@/ui/words';
import { Link } from 'react-router';

/** How many listings are on the rule, and what is the matter with some of them. */
export function OnRule({ rule }: { rule: Rule | null }) {
    if (!rule)
        return <p className="mt-6 border-t border-line pt-4 text-text-2">Save it first; then put listings on it.</p>;
    return (
        <div className="mt-6 border-t border-line pt-4">
            {rule.listings === 0 ? (
                <Notice>
                    No listing is on this rule, so it does nothing.{' '}
                    <Link to="/listings?rule=none" className="text-stripe underline underline-offset-2">
                        Choose listings for it
                    </Link>
                </Notice>
            ) : (
                <p className="text-text-2">
                    <Link to={`/listings?rule=${rule.id}`} className="text-stripe underline underline-offset-2">
                        {count(rule.listings, 'listing is', 'listings are')} on it
                    </Link>
                    {rule.blocked > 0 && (
                        <>
                            ,{' '}
                            <Link
                                to={`/listings?rule=${rule.id}&state=blocked`}
                                className="text-broken underline underline-offset-2"
                            >
                                {rule.blocked} cannot be priced
                            </Link>
                        </>
                    )}
                    {rule.paused > 0 && `, ${rule.paused} paused by you`}. Choose more in the list and put them on it.
                </p>
            )}
        </div>
    );
}
