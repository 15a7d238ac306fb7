import { t } from '@/messages/message';
import { isForPage } from '@/ui/hotkeys';
import { Window } from '@/ui/Window';
import { lazy, Suspense, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';

const Palette = lazy(() => import('./Palette'));

const KEYS: [string, [string, string][]][] = [
    [
        t('shell.everywhere'),
        [
            ['g t', t('shell.goToToday')],
            ['g l', t('shell.goToListings')],
            ['g v', t('shell.goToRivals')],
            ['g r', t('shell.goToRules')],
            ['g c', t('shell.goToChanges')],
            ['g b', t('shell.goToReports')],
            ['g a', t('shell.goToAlerts')],
            ['g s', t('shell.goToSettings')],
            ['Esc', t('shell.closeWhatIsOpen')],
            ['Ctrl K', t('shell.goToAnythingByItsName')],
            ['?', t('shell.thisList')],
        ],
    ],
    [
        t('shell.tables'),
        [
            ['arrows', t('shell.fromCellToCell')],
            ['Home  End', t('shell.firstLastCellWithCtrlFirst')],
            ['Page Up  Down', t('shell.asManyRowsAsAreIn')],
            ['Shift Space', t('shell.selectTheRow')],
            ['Ctrl A', t('shell.selectAllThatMatch')],
            ['Shift ← →', t('shell.atAHeadNarrowerWider')],
        ],
    ],
    [
        t('shell.today'),
        [
            ['j  k', t('shell.nextPreviousPriceThatNeeds')],
            ['a  e  r', t('shell.approveEditRejectIt')],
        ],
    ],
    [
        t('shell.rivals'),
        [
            ['j  k', t('shell.nextPreviousPage')],
            ['y  w  p', t('shell.confirmWrongPoint')],
        ],
    ],
    [
        t('shell.listings'),
        [
            ['/', t('shell.findAListing')],
            ['j  k', t('shell.nextPreviousListing')],
            ['x', t('shell.selectTheListingForBulk')],
            ['J  K', t('shell.theSameSelectingOnTheWay')],
            ['a  n', t('shell.selectAllThatMatchNone')],
            ['e', t('shell.changeThePriceOfTheListing')],
        ],
    ],
];

const PLACES: Record<string, string> = {
    t: '/today',
    l: '/listings',
    v: '/rivals',
    a: '/alerts',
    r: '/rules',
    c: '/changes',
    b: '/reports',
    s: '/settings',
};

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
            <Window open={open} wide onClose={() => setOpen(false)} title={t('shell.keys')}>
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
                <p className="text-[12.5px] text-text-3">{t('shell.keysOfOneLetterCanBe')}</p>
            </Window>
        </>
    );
}
