import { typing } from '@/ui/typing';
import { Window } from '@/ui/Window';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';

const KEYS: [string, string][] = [
    ['/', 'find a listing'],
    ['j  k', 'next, previous listing'],
    ['x', 'choose the listing for bulk work'],
    ['J  K', 'the same, choosing on the way'],
    ['a  n', 'choose all that match, none'],
    ['e', 'change the price of the listing'],
    ['g t', 'go to Today'],
    ['g l', 'go to Listings'],
    ['g r', 'go to Rules'],
    ['g c', 'go to Changes'],
    ['g s', 'go to Settings'],
    ['Esc', 'close what is open'],
    ['?', 'this list'],
];

const PLACES: Record<string, string> = { t: '/today', l: '/listings', r: '/rules', c: '/changes', s: '/settings' };

/** Keys that work everywhere, and the list of all of them. */
export function Keys() {
    const [open, setOpen] = useState(false);
    const navigate = useNavigate();
    useEffect(() => {
        let going = false;
        const press = (event: KeyboardEvent) => {
            if (typing(event)) return;
            const place = PLACES[event.key];
            if (going && place) void navigate(place);
            going = event.key === 'g';
            if (event.key === '?') setOpen(true);
        };
        window.addEventListener('keydown', press);
        return () => window.removeEventListener('keydown', press);
    }, [navigate]);
    return (
        <Window open={open} onClose={() => setOpen(false)} title="Keys">
            <dl className="grid grid-cols-[90px_1fr] gap-y-2">
                {KEYS.map(([key, what]) => (
                    <div key={key} className="contents">
                        <dt>
                            <kbd className="rounded border border-line-2 bg-paper px-1.5 py-0.5 font-sans">{key}</kbd>
                        </dt>
                        <dd>{what}</dd>
                    </div>
                ))}
            </dl>
        </Window>
    );
}
