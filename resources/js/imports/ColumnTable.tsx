import { t } from '@/messages/imports';
import type { Import } from '@/api/client';
import { FIELDS } from '@/bulk/words';
import { Select } from '@/ui/Select';

/** Which column holds which field. */
export type Held = Record<string, number | null>;

interface Props {
    file: Import;
    columns: Held;
    /** What the amounts of a field are in; without it there are none. */
    currencyOf?: (field: string) => string;
    onChange: (columns: Held) => void;
}

/** One line a column of the file, with what stands in it. */
export function ColumnTable({ file, columns, currencyOf, onChange }: Props) {
    const held = (index: number) => Object.keys(columns).find((field) => columns[field] === index) ?? '';
    const choose = (index: number, field: string) => {
        const next: Held = {};
        for (const [name, column] of Object.entries(columns)) next[name] = column === index ? null : column;
        if (field) next[field] = index;
        onChange(next);
    };
    return (
        <div
            className="max-h-[40vh] overflow-auto"
            tabIndex={0}
            role="region"
            aria-label={t('imports.columnsOfTheFile')}
        >
            <table className="w-full">
                <thead className="sticky top-0 bg-sheet text-left text-text-2">
                    <tr>
                        <th scope="col" className="py-1 font-medium">
                            {t('imports.column')}
                        </th>
                        <th scope="col" className="py-1 font-medium">
                            {t('imports.asInTheFile')}
                        </th>
                        <th scope="col" className="py-1 font-medium">
                            {t('imports.whatItHolds')}
                        </th>
                        {currencyOf && (
                            <th scope="col" className="w-44 py-1 pl-3 font-medium">
                                {t('imports.amountsIn')}
                            </th>
                        )}
                    </tr>
                </thead>
                <tbody>
                    {file.header.map((name, index) => {
                        const words = name || t('imports.column2', { index: index + 1 });
                        return (
                            <tr key={index} className="border-t border-line">
                                <td className="max-w-[180px] truncate py-1.5 pr-3">{words}</td>
                                <td className="max-w-[320px] truncate py-1.5 pr-3 text-text-2">
                                    {file.sample
                                        .map((row) => row[index] ?? '')
                                        .filter(Boolean)
                                        .join(' · ')}
                                </td>
                                <td className="w-64 py-1.5">
                                    <Select
                                        hideLabel
                                        label={t('imports.whatHolds', { words })}
                                        value={held(index)}
                                        options={[
                                            ['', t('imports.notImported')],
                                            ...Object.keys(columns).map(
                                                (field) => [field, FIELDS[field] ?? field] as const,
                                            ),
                                        ]}
                                        onChange={(field) => choose(index, field)}
                                    />
                                </td>
                                {currencyOf && (
                                    <td className="py-1.5 pl-3 text-[12.5px] text-text-2">{currencyOf(held(index))}</td>
                                )}
                            </tr>
                        );
                    })}
                </tbody>
            </table>
        </div>
    );
}
