import { createQueryClient } from '@/api/queryClient';
import { QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { createBrowserRouter, createRoutesFromElements, Navigate, Route, RouterProvider } from 'react-router';
import { Toaster } from 'sonner';
import { Shell } from './Shell';

const SignIn = lazy(() => import('@/accounts/SignIn'));
const ListingsPage = lazy(() => import('@/screens/listings/ListingsPage'));
const HistoryPage = lazy(() => import('@/screens/listings/HistoryPage'));
const TodayPage = lazy(() => import('@/screens/today/TodayPage'));
const RivalsPage = lazy(() => import('@/watching/RivalsPage'));
const RulesPage = lazy(() => import('@/pricing/RulesPage'));
const RulePage = lazy(() => import('@/pricing/RulePage'));
const ChangesPage = lazy(() => import('@/publishing/ChangesPage'));
const AccountPage = lazy(() => import('@/accounts/AccountPage'));
const AlertsPage = lazy(() => import('@/alerts/AlertsPage'));
const ReportsPage = lazy(() => import('@/screens/reports/ReportsPage'));
const SettingsPage = lazy(() => import('@/settings/SettingsPage'));

const client = createQueryClient();

const router = createBrowserRouter(
    createRoutesFromElements(
        <>
            <Route path="/sign-in" element={<SignIn />} />
            <Route element={<Shell />}>
                <Route path="/today" element={<TodayPage />} />
                <Route path="/listings" element={<ListingsPage />} />
                <Route path="/listings/:id/history" element={<HistoryPage />} />
                <Route path="/rivals" element={<RivalsPage />} />
                <Route path="/rules" element={<RulesPage />} />
                <Route path="/rules/:id" element={<RulePage />} />
                <Route path="/changes" element={<ChangesPage />} />
                <Route path="/reports/:report?" element={<ReportsPage />} />
                <Route path="/alerts" element={<AlertsPage />} />
                <Route path="/settings/:section?/:id?" element={<SettingsPage />} />
                <Route path="/account" element={<AccountPage />} />
                <Route path="*" element={<Navigate to="/listings" replace />} />
            </Route>
        </>,
    ),
);

export function App() {
    return (
        <QueryClientProvider client={client}>
            <Suspense fallback={null}>
                <RouterProvider router={router} />
            </Suspense>
            <Toaster position="bottom-right" />
        </QueryClientProvider>
    );
}
