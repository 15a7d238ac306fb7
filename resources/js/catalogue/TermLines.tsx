import type { Problem } from '@/api/client';
import { Field } from '@/ui/Field';
import { Select } from '@/ui/Select';
import { X } from 'lucide-react';
import { draft, type Draft, KINDS, reference, REFERENCES, type Side, unit } from './limitTerms';

/** The terms of a floor or a ceiling, to be changed, added and taken away. */
export function TermLines({
    side,
    drafts,
    onChange,
    problem,
}: {
    side: Side;
    drafts: Draft[];
    onChange: (drafts: Draft[]) => void;
    problem: Problem | null;
}) {
    const put = (index: number, next: Draft) => onChange(drafts.map((one, at) => (at === index ? next : one)));
    const free = KINDS[side].filter(([kind]) => !drafts.some((one) => one.term.kind === kind));
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 font-bold">
                {side === 'floor' ? 'Floor: at least' : 'Ceiling: at most'}
                {drafts.length > 1 && (
                    <span className="font-normal text-text-3">
                        {side === 'floor' ? ' (the highest counts)' : ' (the lowest counts)'}
                    </span>
                )}
            </legend>
            {drafts.map((one, index) => {
                const given = unit(one.term.kind);
                const words = KINDS[side].find(([kind]) => kind === one.term.kind)?.[1] ?? 'a figure of the market';
                return (
                    <div key={one.term.kind} className="flex items-start gap-2">
                        <span className="w-[230px] pt-1.5">{words}</span>
                        <div className="w-[150px]">
                            {one.term.kind === 'reference' && reference(one.term) && (
                                <Select
                                    hideLabel
                                    label="Which figure of the market"
                                    value={reference(one.term)!}
                                    options={REFERENCES}
                                    onChange={(of) =>
                                        put(index, { ...one, term: { kind: 'reference', reference: { of } } })
                                    }
                                />
                            )}
                            {given !== null && (
                                <Field
                                    label={<span className="sr-only">{`${side}: ${words}`}</span>}
                                    unit={given}
                                    inputMode="decimal"
                                    required
                                    value={one.figure}
                                    onChange={(event) => put(index, { ...one, figure: event.target.value })}
                                    error={
                                        problem?.at(`limits.${side}.${index}.percent`) ??
                                        problem?.at(`limits.${side}.${index}.amount`)
                                    }
                                />
                            )}
                        </div>
                        <button
                            type="button"
                            aria-label={`Take away ${words}`}
                            className="mt-1.5 rounded p-0.5 text-text-3 hover:text-text"
                            onClick={() => onChange(drafts.filter((_, at) => at !== index))}
                        >
                            <X size={16} />
                        </button>
                    </div>
                );
            })}
            {free.length > 0 && (
                <Select
                    label={`Add to the ${side}`}
                    hideLabel
                    className="w-[230px]"
                    value=""
                    options={[['', side === 'floor' ? 'add to the floor…' : 'add to the ceiling…'], ...free]}
                    onChange={(kind) => kind !== '' && onChange([...drafts, draft({ kind })])}
                />
            )}
        </fieldset>
    );
}
