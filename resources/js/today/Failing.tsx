import type { components } from '@/api/schema';
import { ago } from '@/ui/figures';
import { count } from '@/ui/words';
import { Link } from 'react-router';

type Group = components['schemas']['FailingGroup'];

/** Prices that did not arrive, in the channel’s words. */
export function Failing({ groups }: { groups: Group[] }) {
    if (groups.length === 0) return null;
    return (
        <section aria-label="Prices that did not arrive">
            <h2 className="mb-1.5 text-[17px]">Prices that did not arrive</h2>
            <ul className="border border-line bg-sheet">
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
