import { useState } from 'react';

export type Theme = 'system' | 'light' | 'dark';

const KEY = 'wrasse.theme';

const stored = () => (localStorage.getItem(KEY) as Theme | null) ?? 'system';

const dark = () => window.matchMedia('(prefers-color-scheme: dark)');

function show() {
    const theme = stored();
    document.documentElement.dataset.theme = theme === 'system' ? (dark().matches ? 'dark' : 'light') : theme;
}

/** Shows the colours of this browser's choice on every page, and follows the computer where that is the choice. */
export function startTheme() {
    show();
    dark().addEventListener('change', show);
}

/** Light, dark or as the computer has it; remembered in this browser. */
export function useTheme(): [Theme, (theme: Theme) => void] {
    const [theme, setTheme] = useState<Theme>(stored);
    return [
        theme,
        (chosen) => {
            localStorage.setItem(KEY, chosen);
            show();
            setTheme(chosen);
        },
    ];
}
