import { t } from '@/messages/today';
import { useRules, useUnreadAlerts, useWorkspace } from '@/api/queries';
import { useForYou } from '@/screens/today/queries';
import { clsx } from 'clsx';
import { NavLink } from 'react-router';
import { Mark } from '@/ui/Mark';

/** The places, in the order of work. */
export function Rail({ workspace }: { workspace: string }) {
    const rules = useRules();
    const settings = useWorkspace();
    const open = useForYou();
    const unread = useUnreadAlerts();
    const on = rules.data?.filter((rule) => rule.is_on).length;
    const places: [string, string, string?][] = [
        ['/today', t('today.title'), open ? t('today.forYou', { many: open }) : undefined],
        ['/listings', t('shell.listings')],
        ['/rivals', t('shell.rivals')],
        ['/rules', t('shell.rules'), on === undefined ? undefined : t('shell.on', { on })],
        ['/changes', t('shell.changes')],
        ['/reports', t('shell.reports')],
        ['/alerts', t('shell.alerts'), unread ? t('shell.unread', { many: unread }) : undefined],
        ['/settings', t('shell.settings')],
    ];
    return (
        <nav
            aria-label={t('shell.places')}
            className="flex w-[88px] shrink-0 flex-col border-r-4 border-[#2346c8] bg-rail text-[#e6eafb]"
        >
            <div className="px-4 py-4">
                <Mark />
            </div>
            <ul className="mt-2">
                {places.map(([to, name, note]) => (
                    <li key={to}>
                        <NavLink
                            to={to}
                            className={({ isActive }) =>
                                clsx(
                                    'block border-l-4 px-3 py-2.5 font-semibold focus-visible:outline-[#8ea6ff] focus-visible:-outline-offset-2',
                                    isActive ? 'border-yours bg-rail-on' : 'border-transparent hover:bg-rail-on/60',
                                )
                            }
                        >
                            {name}
                            {note && <span className="block text-[11.5px] font-normal text-[#b3bdd6]">{note}</span>}
                        </NavLink>
                    </li>
                ))}
            </ul>
            <div className="mt-auto px-3 pb-4">
                <p className="mb-2 text-[11.5px] leading-snug text-[#b3bdd6]">
                    {workspace}
                    <br />
                    {settings.data?.currency}
                </p>
                <NavLink
                    to="/account"
                    className="rounded text-[12.5px] text-[#e6eafb] underline underline-offset-2 focus-visible:outline-[#8ea6ff]"
                >
                    {t('shell.account')}
                </NavLink>
            </div>
        </nav>
    );
}
