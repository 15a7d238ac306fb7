import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './App';

export function start() {
    const root = document.getElementById('app');
    if (!root) return;
    createRoot(root).render(
        <StrictMode>
            <App />
        </StrictMode>,
    );
}
