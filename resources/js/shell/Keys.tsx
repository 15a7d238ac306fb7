import { isForPage } from '@/ui/hotkeys';
import { Window } from '@/ui/Window';
import { lazy, Suspense, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';

const Palette = lazy(() => import('./Palette'));

const KEYS: [string, [string, string][]][] = [
    [
        'Everywhere',
        [
            ['g t', 'go to Today'],
            ['g l', 'go to Listings'],
            ['g r', 'go to Rules'],
            ['g c', 'go to Changes'],
            ['g s', 'go to Settings'],
            ['Esc', 'close what is open'],
            ['Ctrl K', 'go to anything by its name'],
            ['?', 'this list'],
        ],
    ],
    [
        'Tables',
        [
            ['arrows', 'from cell to cell'],
            ['Home  End', 'first, last cell; with Ctrl first, last row'],
            ['Page Up  Down', 'as many rows as are in sight'],
            ['Shift Space', 'select the row'],
            ['Ctrl A', 'select all that match'],
            ['Shift ← →', 'at a head: narrower, wider'],
        ],
    ],
    [
        'Today',
        [
            ['j  k', 'next, previous price that needs approval'],
            ['a  e  r', 'approve, edit, reject it'],
        ],
    ],
    [
        'Listings',
        [
            ['/', 'find a listing'],
            ['j  k', 'next, previous listing'],
            ['x', 'select the listing for bulk changes'],
            ['J  K', 'the same, selecting on the way'],
            ['a  n', 'select all that match, none'],
            ['e', 'change the price of the listing'],
        ],
    ],
];

const PLACES: Record<string, string> = { t: '/today', l: '/listings', r: '/rules', c: '/changes', s: '/settings' };

/** Keys that work everywhere, and the list of all of them. */
export function Keys() {
    const [open, setOpen] = useState(false);
    const [isPalette, setPalette] = useState(false);
    const navigate = useNavigate();
    useEffect(() => {
        let going = false;
        const press = (event: KeyboardEvent) => {
            // No key of one letter: it works from fields too.
            if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k' && !event.altKey) {
                event.preventDefault();
                setPalette(true);
                return;
            }
            if (!isForPage(event)) return;
            const place = PLACES[event.key];
            if (going && place) void navigate(place);
            going = event.key === 'g';
            if (event.key === '?') setOpen(true);
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, [navigate]);
    return (
        <>
            {isPalette && (
                <Suspense fallback={null}>
                    <Palette onClose={() => setPalette(false)} />
                </Suspense>
            )}
            <Window open={open} wide onClose={() => setOpen(false)} title="Keys">
                <div className="columns-2 gap-8 max-[700px]:columns-1">
                    {KEYS.map(([place, keys]) => (
                        <section key={place} className="mb-4 break-inside-avoid">
                            <h3 className="mb-1.5 text-[14px]">{place}</h3>
                            <dl className="grid grid-cols-[104px_1fr] gap-y-2">
                                {keys.map(([key, what]) => (
                                    <div key={key} className="contents">
                                        <dt>
                                            <kbd className="rounded border border-line-2 bg-paper px-1.5 py-0.5 font-sans">
                                                {key}
                                            </kbd>
                                        </dt>
                                        <dd>{what}</dd>
                                    </div>
                                ))}
                            </dl>
                        </section>
                    ))}
                </div>
                <p className="text-[12.5px] text-text-3">Keys of one letter can be switched off under Account.</p>
            </Window>
        </>
    );
}
