import { BulkWindows } from '@/catalogue/batches/BulkWindows';
import { Problem } from '@/api/client';
import { useLive } from '@/api/live';
import { useMe, useWorkspace } from '@/api/queries';
import { LeaveGuard } from '@/edit/LeaveGuard';
import { setTimeZone } from '@/ui/figures';
import { ProblemNotice } from '@/ui/Notice';
import { Suspense } from 'react';
import { Navigate, Outlet, useLocation } from 'react-router';
import { Keys } from './Keys';
import { Rail } from './Rail';

/** The frame around every place: who is signed in, the rail, and news from the server. */
export function Shell() {
    const me = useMe();
    const location = useLocation();
    if (me.error instanceof Problem && me.error.status === 401) {
        return <Navigate to="/sign-in" replace state={{ from: location.pathname + location.search }} />;
    }
    if (me.error) {
        return (
            <main className="mx-auto mt-24 max-w-md">
                <ProblemNotice error={me.error} onRetry={() => void me.refetch()} />
            </main>
        );
    }
    if (!me.data) return null;
    return <Frame workspace={me.data.workspace} />;
}

function Frame({ workspace }: { workspace: string }) {
    useLive();
    setTimeZone(useWorkspace().data?.time_zone);
    return (
        <div className="flex h-full">
            <Rail workspace={workspace} />
            <div className="flex min-w-0 flex-1 flex-col">
                <Suspense fallback={null}>
                    <Outlet />
                </Suspense>
            </div>
            <BulkWindows />
            <Keys />
            <LeaveGuard />
        </div>
    );
}
