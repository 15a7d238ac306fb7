import type { components } from '@/api/schema';
import { ago } from '@/ui/figures';
import { count } from '@/ui/words';
import { Link } from 'react-router';

type Group = components['schemas']['FailingGroup'];

/** Prices that did not arrive, in the channel’s words. */
export function Failing({ groups, elsewhere }: { groups: Group[]; elsewhere: number }) {
    if (groups.length === 0 && elsewhere === 0) return null;
    return (
        <section aria-label="Prices that did not arrive">
            <h2 className="mb-1.5 text-[17px]">Prices that did not arrive</h2>
            <ul className="border border-line bg-sheet">
                {elsewhere > 0 && (
                    <li className="flex items-center gap-4 border-b border-line px-3 py-2.5 last:border-b-0">
                        <div className="min-w-0 flex-1">
                            {count(elsewhere, 'listing shows', 'listings show')} a price that was set elsewhere
                            <span className="block text-[12.5px] text-text-2">
                                Their rule leaves it so and they are paused. Let the rule reprice them again when that
                                is over.
                            </span>
                        </div>
                        <Link to="/listings?state=elsewhere" className="text-stripe underline underline-offset-2">
                            Show
                        </Link>
                    </li>
                )}
                {groups.map((group) => (
                    <li
                        key={group.channel + group.problem}
                        className="flex items-center gap-4 border-b border-l-4 border-line border-l-broken px-3 py-2.5 last:border-b-0"
                    >
                        <div className="min-w-0 flex-1">
                            {group.channel} {group.state === 'refused' ? 'refused' : 'shows another price after'}{' '}
                            {count(group.many, 'change', 'changes')}
                            <span className="block text-[12.5px] text-text-2">“{group.problem}”</span>
                        </div>
                        <span className="text-text-2">since {ago(group.since)}</span>
                        <Link to="/changes?state=failed" className="text-stripe underline underline-offset-2">
                            Show
                        </Link>
                    </li>
                ))}
            </ul>
        </section>
    );
}
