import { t } from '@/messages/message';
import { key } from '@/api/keys';
import { api, take } from '@/api/client';
import { useChannels, useRules } from '@/api/queries';
import { hasWords } from '@/edit/SearchChoice';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useDeferredValue, useState } from 'react';
import { useNavigate } from 'react-router';

const PLACES: [string, string][] = [
    [t('shell.today'), '/today'],
    [t('shell.listings'), '/listings'],
    [t('shell.rivals'), '/rivals'],
    [t('shell.alerts'), '/alerts'],
    [t('shell.rules'), '/rules'],
    [t('shell.changes'), '/changes'],
    [t('shell.runs'), '/changes?view=runs'],
    [t('shell.reports'), '/reports'],
    [t('shell.settingsWorkspace'), '/settings/workspace'],
    [t('shell.settingsLimits'), '/settings/limits'],
    [t('shell.settingsBrakesAndHours'), '/settings/brakes'],
    [t('shell.settingsSuppliersAnd'), '/settings/suppliers'],
    [t('shell.settingsExchangeRates'), '/settings/rates'],
    [t('shell.settingsChannels'), '/settings/channels'],
    [t('shell.settingsApiTokens'), '/settings/tokens'],
    [t('shell.accountLanguageColoursKeys'), '/account'],
];

const ACTIONS: [string, string][] = [
    [t('shell.newRule'), '/rules/new'],
    [t('shell.importAFile'), '/listings?file=new'],
    [t('shell.addAProduct'), '/listings?product=new'],
    [t('shell.listingsWithoutARule'), '/listings?rule=none'],
    [t('shell.listingsWithoutACost'), '/listings?state=no_cost'],
    [t('shell.listingsThatCannotBePriced'), '/listings?state=blocked'],
];

const FEWEST_LETTERS = 2;

/** Listings that words or a SKU find. */
const useFound = (words: string) =>
    useQuery({
        queryKey: key('listings', 'palette', words),
        queryFn: ({ signal }) =>
            take(api.GET('/api/v1/listings', { params: { query: { q: words, limit: 8 } }, signal })),
        enabled: words.length >= FEWEST_LETTERS,
        placeholderData: keepPreviousData,
    });

/** Goes to any place, rule, channel or listing by its name, and begins what is often begun. */
export default function Palette({ onClose }: { onClose: () => void }) {
    const [typed, setTyped] = useState('');
    const navigate = useNavigate();
    const words = useDeferredValue(typed.trim());
    const rules = useRules();
    const channels = useChannels();
    const found = useFound(words);
    // What was found for the letters before is kept only where it fits: Enter may come before the answer does.
    const listings = (words.length >= FEWEST_LETTERS ? (found.data?.listings ?? []) : []).filter(
        (one) => !found.isPlaceholderData || hasWords(`${one.sku} ${one.title}`, words) > 0,
    );
    // What is found comes after the letters: the first of it is what Enter means.
    const [picked, setPicked] = useState('');
    const [pickedFor, setPickedFor] = useState('');
    if (listings[0] && pickedFor !== words && !found.isPlaceholderData) {
        setPickedFor(words);
        setPicked(`listing ${listings[0].id}`);
    }
    const go = (to: string) => {
        onClose();
        void navigate(to);
    };
    const group =
        '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-text-3';
    const item =
        'flex cursor-pointer items-baseline gap-3 rounded px-3 py-1.5 data-[selected=true]:bg-stripe-soft data-[selected=true]:text-text';
    const line = (name: string, to: string, note?: string) => (
        <Command.Item key={to} value={`${name} ${note ?? ''} ${to}`} onSelect={() => go(to)} className={item}>
            <span className="min-w-0 truncate">{name}</span>
            {note && <span className="ml-auto shrink-0 text-[12.5px] text-text-2">{note}</span>}
        </Command.Item>
    );
    return (
        <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
            <Dialog.Portal>
                <Dialog.Overlay className="fixed inset-0 z-40 bg-[#0d1526]/35" />
                <Dialog.Content
                    aria-describedby={undefined}
                    className="fixed top-[12vh] left-1/2 z-50 w-[min(580px,94vw)] -translate-x-1/2 rounded-md border border-line-2 bg-sheet p-2"
                >
                    <Dialog.Title className="sr-only">{t('shell.goTo')}</Dialog.Title>
                    <Command label={t('shell.goTo')} filter={hasWords} value={picked} onValueChange={setPicked}>
                        <Command.Input
                            value={typed}
                            onValueChange={setTyped}
                            placeholder={t('shell.skuWordsARuleAPlace')}
                            className="h-9 w-full border-b border-line bg-transparent px-3 placeholder:text-text-3 focus-visible:outline-none"
                        />
                        <Command.List className="max-h-[56vh] overflow-auto pt-1">
                            <Command.Empty className="px-3 py-3 text-text-2">
                                {t('shell.nothingIsCalledThat')}
                            </Command.Empty>
                            {listings.length > 0 && (
                                <Command.Group heading={t('shell.listings')} className={group} forceMount>
                                    {listings.map((one) => (
                                        <Command.Item
                                            key={one.id}
                                            forceMount
                                            value={`listing ${one.id}`}
                                            onSelect={() =>
                                                go(`/listings?q=${encodeURIComponent(one.sku)}&listing=${one.id}`)
                                            }
                                            className={item}
                                        >
                                            <span className="min-w-0 truncate">{one.title}</span>
                                            <span className="ml-auto shrink-0 text-[12.5px] text-text-2">
                                                {one.sku} · {one.channel}
                                            </span>
                                        </Command.Item>
                                    ))}
                                </Command.Group>
                            )}
                            <Command.Group heading={t('shell.places')} className={group}>
                                {PLACES.map(([name, to]) => line(name, to))}
                                {channels.data?.map((one) =>
                                    line(one.name, `/settings/channels/${one.id}`, t('shell.channel')),
                                )}
                            </Command.Group>
                            <Command.Group heading={t('shell.rules')} className={group}>
                                {rules.data?.map((one) =>
                                    line(one.name, `/rules/${one.id}`, t(one.is_on ? 'common.on' : 'common.off')),
                                )}
                            </Command.Group>
                            <Command.Group heading={t('shell.actions')} className={group}>
                                {ACTIONS.map(([name, to]) => line(name, to))}
                            </Command.Group>
                        </Command.List>
                    </Command>
                </Dialog.Content>
            </Dialog.Portal>
        </Dialog.Root>
    );
}
