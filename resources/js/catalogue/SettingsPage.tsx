import { useChannels, useWorkspace } from '@/api/queries';
import { TopBar } from '@/ui/TopBar';
import { Button } from '@/ui/Button';
import { ProblemNotice } from '@/ui/Notice';
import { useState } from 'react';
import { ChannelWindow } from './channels/ChannelWindow';
import { ChannelFees } from './ChannelFees';
import { GeneralLimits } from './GeneralLimits';
import { Retention } from './Retention';
import { ScopeLimits } from './ScopeLimits';
import { SupplierMarkups } from './SupplierMarkups';
import { Tokens } from './Tokens';
import { WorkspaceTimes } from './WorkspaceTimes';

export default function SettingsPage() {
    const workspace = useWorkspace();
    const channels = useChannels();
    const error = workspace.error ?? channels.error;
    return (
        <>
            <TopBar title="Settings" note="What holds for all listings" />
            <main className="min-h-0 flex-1 overflow-auto bg-sheet">
                <div className="grid max-w-[980px] gap-9 px-[26px] py-6">
                    {error && <ProblemNotice error={error} />}
                    {workspace.data && <GeneralLimits workspace={workspace.data} />}
                    {workspace.data && <WorkspaceTimes workspace={workspace.data} />}
                    {workspace.data && <ScopeLimits />}
                    {workspace.data && <SupplierMarkups />}
                    {workspace.data &&
                        channels.data?.map((channel) => <ChannelFees key={channel.id} channel={channel} />)}
                    {channels.data && <NewChannel />}
                    <Tokens />
                    <Retention />
                </div>
            </main>
        </>
    );
}

function NewChannel() {
    const [isOpen, setOpen] = useState(false);
    return (
        <section>
            <h2 className="text-[17px]">Another channel</h2>
            <p className="mt-0.5 mb-3 text-text-2">
                A marketplace, your own shop, or a place that takes prices as files or messages.
            </p>
            <Button onClick={() => setOpen(true)}>Connect a channel</Button>
            {isOpen && <ChannelWindow channel={null} onClose={() => setOpen(false)} />}
        </section>
    );
}
