import { said } from '@/messages/said';
import { t } from '@/messages/settings';
import { useChannels, useWorkspace } from '@/api/queries';
import type { Channel, Workspace } from '@/api/client';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { TopBar } from '@/ui/TopBar';
import { clsx } from 'clsx';
import { useState, type ReactNode } from 'react';
import { Navigate, NavLink, useParams } from 'react-router';
import { Brakes } from './Brakes';
import { ChannelPage } from '@/channels/ChannelPage';
import { ChannelWindow } from '@/channels/ChannelWindow';
import { GeneralLimits } from './GeneralLimits';
import { Rates } from './rates/Rates';
import { Retention } from './Retention';
import { ScopeLimits } from './ScopeLimits';
import { SupplierMarkups } from './SupplierMarkups';
import { TaxRates } from './tax/TaxRates';
import { Tokens } from './Tokens';
import { WorkspaceSettings } from './WorkspaceSettings';

interface Section {
    path: string;
    name: string;
    content: (workspace: Workspace, channels: Channel[], id: number | null) => ReactNode;
}

const SECTIONS: Section[] = [
    {
        path: 'workspace',
        name: t('settings.workspace'),
        content: (workspace) => <WorkspaceSettings workspace={workspace} />,
    },
    {
        path: 'limits',
        name: t('settings.limits'),
        content: (workspace) => (
            <>
                <GeneralLimits workspace={workspace} />
                <ScopeLimits currency={workspace.currency} />
            </>
        ),
    },
    { path: 'brakes', name: t('settings.brakesAndHours'), content: (workspace) => <Brakes workspace={workspace} /> },
    {
        path: 'suppliers',
        name: t('settings.suppliersAndMarkups'),
        content: ({ currency }) => <SupplierMarkups currency={currency} />,
    },
    {
        path: 'rates',
        name: t('settings.exchangeRates'),
        content: (workspace) => <Rates workspace={workspace} />,
    },
    { path: 'tax', name: t('settings.tax'), content: (workspace) => <TaxRates workspace={workspace} /> },
    {
        path: 'channels',
        name: t('settings.channels'),
        content: (_, channels, id) => <Channels channels={channels} id={id} />,
    },
    { path: 'tokens', name: t('settings.apiTokens'), content: () => <Tokens /> },
    { path: 'data', name: t('settings.storedData'), content: () => <Retention /> },
];

/** The settings, a section at a time, each with an address of its own. */
export default function SettingsPage() {
    const { section: path, id } = useParams();
    const workspace = useWorkspace();
    const channels = useChannels();
    const section = SECTIONS.find((one) => one.path === path);
    if (!section) return <Navigate to="/settings/workspace" replace />;
    const error = (workspace.data ? null : workspace.error) ?? (channels.data ? null : channels.error);
    return (
        <>
            <TopBar title={t('settings.settings')} note={section.name} />
            <main className="flex min-h-0 flex-1 bg-sheet max-[900px]:flex-col">
                <nav
                    aria-label={t('settings.sectionsOfTheSettings')}
                    className="w-52 shrink-0 overflow-auto border-r border-line py-5 max-[900px]:w-auto max-[900px]:border-r-0 max-[900px]:border-b max-[900px]:py-2"
                >
                    <ul className="max-[900px]:flex max-[900px]:flex-wrap">
                        {SECTIONS.map((one) => (
                            <li key={one.path}>
                                <SectionLink to={`/settings/${one.path}`}>{one.name}</SectionLink>
                                {one.path === 'channels' && (
                                    <ul className="mb-1 max-[900px]:hidden">
                                        {channels.data?.map((channel) => (
                                            <li key={channel.id}>
                                                <SectionLink to={`/settings/channels/${channel.id}`} isInner>
                                                    {channel.name}
                                                </SectionLink>
                                            </li>
                                        ))}
                                    </ul>
                                )}
                            </li>
                        ))}
                    </ul>
                </nav>
                <div className="min-w-0 flex-1 overflow-auto">
                    <div className="grid max-w-[930px] gap-9 px-[26px] py-6">
                        {error && (
                            <ProblemNotice
                                error={error}
                                onRetry={() => {
                                    void workspace.refetch();
                                    void channels.refetch();
                                }}
                            />
                        )}
                        {workspace.data && channels.data && (
                            <div key={`${path} ${id}`} className="grid gap-9">
                                {section.content(workspace.data, channels.data, id === undefined ? null : Number(id))}
                            </div>
                        )}
                    </div>
                </div>
            </main>
        </>
    );
}

function SectionLink({ to, isInner = false, children }: { to: string; isInner?: boolean; children: ReactNode }) {
    return (
        <NavLink
            to={to}
            end
            className={({ isActive }) =>
                clsx(
                    'block truncate border-l-[3px] py-1.5 pr-3',
                    isInner ? 'pl-8' : 'pl-[23px]',
                    isActive
                        ? 'border-stripe bg-stripe-soft text-text'
                        : 'border-transparent text-text-2 hover:text-text',
                )
            }
        >
            {children}
        </NavLink>
    );
}

function Channels({ channels, id }: { channels: Channel[]; id: number | null }) {
    const [isOpen, setOpen] = useState(false);
    const channel = channels.find((one) => one.id === id);
    if (channel) return <ChannelPage channel={channel} />;
    if (id !== null) return <Navigate to="/settings/channels" replace />;
    return (
        <section>
            <h2 className="text-[17px]">{t('settings.channels')}</h2>
            <p className="mt-0.5 mb-3 max-w-[68ch] text-text-2">{t('settings.whereYourPricesGoAndOffers')}</p>
            <ul className="mb-4 border-b border-line">
                {channels.map((one) => (
                    <li key={one.id} className="flex items-center gap-4 border-t border-line py-2">
                        <NavLink
                            to={`/settings/channels/${one.id}`}
                            className="w-40 truncate font-bold text-stripe underline underline-offset-2"
                        >
                            {one.name}
                        </NavLink>
                        <span className="w-36 text-text-2">
                            {one.automation_on ? t('settings.pricesAreSent') : t('settings.nothingIsSent')}
                        </span>
                        <span className={clsx('min-w-0 flex-1 truncate', one.problem ? 'text-broken' : 'text-text-3')}>
                            {said(one.problem ?? one.destination)}
                        </span>
                    </li>
                ))}
            </ul>
            <Button onClick={() => setOpen(true)}>{t('settings.connectAChannel')}</Button>
            {isOpen && <ChannelWindow channel={null} onClose={() => setOpen(false)} />}
        </section>
    );
}
