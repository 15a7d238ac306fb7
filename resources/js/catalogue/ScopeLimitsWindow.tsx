import { api, Problem, take, type ScopeLimits } from '@/api/client';
import { useChannels, useFacets } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Window } from '@/ui/Window';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { draft, type Draft, finish } from './limitTerms';
import { TermLines } from './TermLines';

const SCOPES = [
    ['supplier', 'the supplier'],
    ['category', 'the category'],
    ['brand', 'the brand'],
    ['channel', 'the channel'],
    ['product', 'the product with SKU'],
] as const;

type Scope = ScopeLimits['scope'];

/** Sets or changes the limits of one channel, supplier, category, brand or product. */
export function ScopeLimitsWindow({
    set,
    others,
    onClose,
}: {
    set: ScopeLimits | null;
    others: ScopeLimits[];
    onClose: () => void;
}) {
    const client = useQueryClient();
    const [scope, setScope] = useState<Scope>(set?.scope ?? 'category');
    const [name, setName] = useState(set?.name ?? '');
    const [floor, setFloor] = useState((set?.limits.floor ?? [{ kind: 'margin' as const }]).map(draft));
    const [ceiling, setCeiling] = useState((set?.limits.ceiling ?? []).map(draft));
    const names = useNames(scope);
    const change = useMutation({
        mutationFn: (terms: [Draft[], Draft[]]) =>
            take(
                api.PUT('/api/v1/limits', {
                    body: {
                        scope,
                        name: name.trim(),
                        limits: { floor: terms[0].map(finish), ceiling: terms[1].map(finish) },
                        version: set?.version ?? 0,
                    },
                }),
            ),
        onSuccess: () => {
            void client.invalidateQueries({ queryKey: ['limits'] });
            toast('Saved. Floors and ceilings are being worked out again.');
            onClose();
        },
    });
    const problem = change.error instanceof Problem ? change.error : null;
    const isTaken = set === null && others.some((one) => one.scope === scope && one.name === name.trim());
    const nothing = floor.length === 0 && ceiling.length === 0;
    return (
        <Window
            open
            onClose={onClose}
            title={set ? `Limits of the ${set.scope} ${set.name}` : 'Limits for some listings'}
        >
            <form
                className="grid gap-4"
                onSubmit={(event) => {
                    event.preventDefault();
                    change.mutate([floor, ceiling]);
                }}
            >
                {set === null && (
                    <div className="grid grid-cols-[170px_1fr] items-start gap-3">
                        <Select label="For" value={scope} options={SCOPES} onChange={setScope} />
                        <Field
                            label="named"
                            list="scope-names"
                            required
                            value={name}
                            onChange={(event) => setName(event.target.value)}
                            error={isTaken ? 'It has limits already: change them in the list.' : problem?.at('name')}
                        />
                        <datalist id="scope-names">
                            {names.map((one) => (
                                <option key={one} value={one} />
                            ))}
                        </datalist>
                    </div>
                )}
                <TermLines side="floor" drafts={floor} onChange={setFloor} problem={problem} />
                <TermLines side="ceiling" drafts={ceiling} onChange={setCeiling} problem={problem} />
                {problem && Object.keys(problem.errors).length === 0 && <ProblemNotice error={problem} />}
                <div className="flex gap-2">
                    <Button type="submit" look="main" disabled={change.isPending || nothing || isTaken}>
                        Save limits
                    </Button>
                    {set && (
                        <Button disabled={change.isPending} onClick={() => change.mutate([[], []])}>
                            Take them away
                        </Button>
                    )}
                    <Button onClick={onClose}>Leave</Button>
                </div>
            </form>
        </Window>
    );
}

function useNames(scope: Scope): string[] {
    const facets = useFacets();
    const channels = useChannels();
    const names: Record<Scope, string[] | undefined> = {
        supplier: facets.data?.suppliers,
        category: facets.data?.categories,
        brand: facets.data?.brands,
        channel: channels.data?.map((one) => one.name),
        product: [],
    };
    return names[scope] ?? [];
}
