import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { loadServerMessages } from '@/messages/server';
import { startTheme } from '@/ui/theme';
import { App } from './App';

export function start() {
    const root = document.getElementById('app');
    if (!root) return;
    startTheme();
    void loadServerMessages();
    createRoot(root).render(
        <StrictMode>
            <App />
        </StrictMode>,
    );
}
