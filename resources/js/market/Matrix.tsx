import { t } from '@/messages/market';
import { CurrencyHead } from '@/ui/CurrencyHead';
import { Button } from '@/ui/Button';
import { priced, signedPercent } from '@/ui/figures';
import type { GridColumn, HeadColumn } from '@/ui/grid/columns';
import { Grid } from '@/ui/grid/Grid';
import { useKeptColumns } from '@/ui/grid/useKeptColumns';
import { Popup } from '@/ui/Popup';
import { Tick } from '@/ui/Tick';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import {
    matrixFile,
    useMatrix,
    useMatrixHead,
    useRivals,
    type ComparedListing,
    type MatrixSort,
    type Rival,
} from './queries';

const MOST = 20;

const HEAD: HeadColumn<ComparedListing> = {
    name: t('market.listing'),
    minWidth: 200,
    text: (listing) => listing.title,
    cell: (listing) => (
        <Link to={`/listings?listing=${listing.id}`} className="block truncate hover:underline">
            {listing.title}
        </Link>
    ),
    second: (listing) => `${listing.sku} · ${listing.channel}`,
};

const OURS: GridColumn<ComparedListing>[] = [
    {
        id: 'ours',
        name: t('market.ours'),
        head: <CurrencyHead words={(symbol) => t('market.oursHead', { symbol })} />,
        width: 90,
        isRight: true,
        isKept: true,
        cell: (listing) => priced(listing.ours, listing.currency),
    },
    {
        id: 'lowest',
        name: t('market.lowest'),
        sort: 'lowest',
        width: 120,
        isRight: true,
        isKept: true,
        cell: (listing) => <b>{signedPercent(listing.lowest_percent)}</b>,
    },
];

const column = (rival: Rival): GridColumn<ComparedListing> => ({
    id: `rival-${rival.id}`,
    name: rival.name,
    width: 122,
    isRight: true,
    cell: (listing) => {
        const cell = listing.rivals.find((one) => one.rival === rival.id);
        if (!cell) return <span className="text-text-3">–</span>;
        return (
            <>
                <span className="block">
                    {cell.holds_buy_box && (
                        <span role="img" aria-label={t('market.isHolder')} title={t('market.isHolder')}>
                            {'⌂ '}
                        </span>
                    )}
                    {priced(cell.theirs, listing.currency)}
                </span>
                <span className="block text-[12px] text-text-2">{signedPercent(cell.difference_percent)}</span>
            </>
        );
    },
});

/** Listings beside rivals: which of them is where beside us, the widest difference first. */
export default function Matrix() {
    const [params, setParams] = useSearchParams();
    const chosen = useMemo(() => params.get('with')?.split(',').map(Number) ?? null, [params]);
    const [sort, setSort] = useState<MatrixSort>('lowest');
    const rivals = useRivals();
    const head = useMatrixHead(chosen, sort).data;
    const pages = useMatrix(chosen, sort);
    const shown = head?.shown;
    const all = useMemo(
        () => [
            ...OURS,
            ...(shown ?? []).flatMap((id) => {
                const rival = rivals.data?.rivals.find((one) => one.id === id);
                return rival ? [column(rival)] : [];
            }),
        ],
        [shown, rivals.data],
    );
    // Which rivals stand there is chosen above the table; how wide each column is is kept.
    const columns = useKeptColumns(`matrix-${(shown ?? []).join('-')}`, all);
    const choose = (ids: number[]) =>
        setParams(
            (before) => {
                const next = new URLSearchParams(before);
                if (ids.length === 0) next.delete('with');
                else next.set('with', ids.join(','));
                return next;
            },
            { replace: true },
        );
    return (
        <main className="flex min-h-0 min-w-0 flex-1 flex-col">
            <div className="flex min-h-[50px] shrink-0 flex-wrap items-center gap-2 border-b border-line px-[18px] py-2">
                <ChooseRivals rivals={rivals.data?.rivals ?? []} shown={shown ?? []} onChoose={choose} />
                {chosen && (
                    <Button look="quiet" onClick={() => choose([])}>
                        {t('market.fewerRivals')}
                    </Button>
                )}
                <a
                    href={matrixFile(chosen, sort)}
                    download
                    className="ml-auto text-stripe underline underline-offset-2"
                >
                    {t('market.export')}
                </a>
            </div>
            <Grid
                key={(shown ?? []).join(',')}
                label={t('market.matrix')}
                idOf={(listing) => listing.id}
                head={HEAD}
                columns={columns}
                rows={pages.rows}
                total={head?.total ?? pages.rows.length}
                sort={sort}
                onSort={(next) => setSort(next as MatrixSort)}
                onView={pages.onView}
                isLoading={pages.isPending}
                isBusy={pages.isBusy}
                error={pages.error}
                onRetry={pages.refetch}
                empty={
                    <div className="grid flex-1 place-content-center bg-sheet p-10 text-center">
                        <h2 className="text-[17px]">{t('market.noneCompared')}</h2>
                        <p className="mt-1 text-text-2">{t('market.noneComparedMore')}</p>
                    </div>
                }
            />
        </main>
    );
}

interface ChooseProps {
    rivals: Rival[];
    shown: number[];
    onChoose: (ids: number[]) => void;
}

function ChooseRivals({ rivals, shown, onChoose }: ChooseProps) {
    const [text, setText] = useState('');
    const met = rivals.filter(
        (rival) =>
            (rival.listings > 0 || shown.includes(rival.id)) && rival.name.toLowerCase().includes(text.toLowerCase()),
    );
    return (
        <Popup label={t('market.chooseRivals')} trigger={<Button>{t('market.chooseRivals')}</Button>}>
            <div className="grid w-[320px] max-w-full gap-2">
                <input
                    type="search"
                    value={text}
                    placeholder={t('market.find')}
                    aria-label={t('market.find')}
                    onChange={(event) => setText(event.target.value)}
                    className="h-8 rounded-md border border-line-2 bg-sheet px-2.5"
                />
                <ul className="max-h-[46vh] overflow-auto">
                    {met.map((rival) => {
                        const isShown = shown.includes(rival.id);
                        return (
                            <li key={rival.id}>
                                <label className="flex items-center gap-2 rounded px-1.5 py-1 hover:bg-stripe-soft">
                                    <Tick
                                        checked={isShown}
                                        label={rival.name}
                                        onChange={(on) => {
                                            if (on && shown.length >= MOST) return;
                                            onChoose(
                                                on ? [...shown, rival.id] : shown.filter((one) => one !== rival.id),
                                            );
                                        }}
                                    />
                                    <span className="truncate">{rival.name}</span>
                                    <span className="ml-auto shrink-0 text-[12px] text-text-3">
                                        {rival.channel ?? t('market.onTheWeb')} · {rival.listings}
                                    </span>
                                </label>
                            </li>
                        );
                    })}
                </ul>
                <p className="text-[12.5px] text-text-3">
                    {t('market.chooseMost', { many: shown.length, most: MOST })}
                </p>
            </div>
        </Popup>
    );
}
