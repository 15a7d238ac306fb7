import { BulkWindows } from './BulkWindows';
import { Problem } from '@/api/client';
import { useLive } from '@/api/live';
import { useMe, useWorkspace } from '@/api/queries';
import { useSignedOut } from '@/api/session';
import { SignInAgain } from '@/accounts/SignInAgain';
import { LeaveGuard } from '@/edit/LeaveGuard';
import { setOwnCurrency } from '@/ui/figures';
import { setLocale, setTimeZone } from '@/messages/locale';
import { ProblemNotice } from '@/ui/Notice';
import { Suspense } from 'react';
import { Navigate, Outlet, useLocation } from 'react-router';
import { Boundary } from './Boundary';
import { Failures } from './Failures';
import { Keys } from './Keys';
import { Loading } from './Loading';
import { Rail } from './Rail';
import { StaleLine } from './StaleLine';

/** The frame around every place: who is signed in, the rail, and news from the server. */
export function Shell() {
    const me = useMe();
    const location = useLocation();
    if (me.data) return <Frame workspace={me.data.workspace} email={me.data.email} />;
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
    return <Loading />;
}

function Frame({ workspace, email }: { workspace: string; email: string }) {
    useLive();
    const settings = useWorkspace().data;
    setTimeZone(settings?.time_zone);
    setLocale(settings?.locale ?? 'en-GB');
    setOwnCurrency(settings?.currency);
    const isSignedOut = useSignedOut();
    const { pathname } = useLocation();
    return (
        <div className="flex h-full">
            <Boundary place="rail">
                <Rail workspace={workspace} />
            </Boundary>
            <div className="flex min-w-0 flex-1 flex-col">
                <Failures />
                <StaleLine />
                <Boundary place={pathname}>
                    <Suspense fallback={<Loading />}>
                        <Outlet />
                    </Suspense>
                </Boundary>
            </div>
            <Boundary place={pathname}>
                <BulkWindows />
                <Keys />
            </Boundary>
            <LeaveGuard />
            {isSignedOut && <SignInAgain email={email} />}
        </div>
    );
}
