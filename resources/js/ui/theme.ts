import { useEffect, useState } from 'react';

export type Theme = 'system' | 'light' | 'dark';

/** Light, dark or as the computer has it; remembered in this browser. */
export function useTheme(): [Theme, (theme: Theme) => void] {
    const [theme, setTheme] = useState<Theme>(() => (localStorage.getItem('wrasse.theme') as Theme | null) ?? 'system');
    useEffect(() => {
        localStorage.setItem('wrasse.theme', theme);
        const dark = window.matchMedia('(prefers-color-scheme: dark)');
        const show = () => {
            document.documentElement.dataset.theme = theme === 'system' ? (dark.matches ? 'dark' : 'light') : theme;
        };
        show();
        dark.addEventListener('change', show);
        return () => dark.removeEventListener('change', show);
    }, [theme]);
    return [theme, setTheme];
}
