import { t } from '@/messages/message';
import { Button } from '@/ui/Button';
import { Popup } from '@/ui/Popup';
import { Tick } from '@/ui/Tick';
import { ArrowLeft, ArrowRight, Minus, Plus } from 'lucide-react';
import type { KeptColumns } from './useKeptColumns';

const STEP_PX = 16;

/** Which columns, in which order, how wide. With the mouse their width is drawn at the heads. */
export const ColumnChoice = <Row,>({ columns }: { columns: KeptColumns<Row> }) => (
    <Popup label={t('ui.columns')} align="end" trigger={<Button>{t('ui.columns')}</Button>}>
        <Columns columns={columns} />
    </Popup>
);

function Columns<Row>({ columns }: { columns: KeptColumns<Row> }) {
    const { all, shown, toggle, move, resize, reset } = columns;
    const width = (id: string) => columns.columns.find((column) => column.id === id)?.width ?? 0;
    const ordered = [
        ...shown.map((id) => all.find((column) => column.id === id)).filter((column) => column !== undefined),
        ...all.filter((column) => !shown.includes(column.id)),
    ];
    return (
        <>
            <ul className="grid w-72 gap-1">
                {ordered.map((column) => {
                    const at = shown.indexOf(column.id);
                    return (
                        <li key={column.id} className="flex h-7 items-center">
                            <label className="flex flex-1 items-center gap-2">
                                <Tick checked={at >= 0} onChange={() => toggle(column.id)} label={column.name} />
                                {column.name}
                            </label>
                            {at >= 0 &&
                                (
                                    [
                                        [-STEP_PX, t('ui.narrower'), Minus],
                                        [STEP_PX, t('ui.wider'), Plus],
                                    ] as const
                                ).map(([by, words, Icon]) => (
                                    <button
                                        key={words}
                                        type="button"
                                        aria-label={t('ui.make', { name: column.name, words })}
                                        onClick={() => resize(column.id, width(column.id) + by)}
                                        className="grid size-6 place-items-center rounded text-text-2 hover:bg-stripe-soft"
                                    >
                                        <Icon size={13} />
                                    </button>
                                ))}
                            {at >= 0 &&
                                (
                                    [
                                        [-1, t('ui.left'), ArrowLeft],
                                        [1, t('ui.right'), ArrowRight],
                                    ] as const
                                ).map(([by, side, Icon]) => (
                                    <button
                                        key={side}
                                        type="button"
                                        aria-label={t('ui.moveToThe', { name: column.name, side })}
                                        disabled={by < 0 ? at === 0 : at === shown.length - 1}
                                        onClick={() => move(column.id, by)}
                                        className="grid size-6 place-items-center rounded text-text-2 hover:bg-stripe-soft disabled:invisible"
                                    >
                                        <Icon size={13} />
                                    </button>
                                ))}
                        </li>
                    );
                })}
            </ul>
            <Button look="quiet" onClick={reset} className="mt-2">
                {t('ui.asAtFirst')}
            </Button>
        </>
    );
}
