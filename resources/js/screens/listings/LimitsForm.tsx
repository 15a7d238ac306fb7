import { Problem, type ListingDetail } from '@/api/client';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { money } from '@/ui/figures';
import { Notice } from '@/ui/Notice';
import { useState } from 'react';
import { toast } from 'sonner';
import { useChangeListing } from './queries';
import { Terms } from './Terms';

/** Floor and ceiling of this listing by hand, beside what cost and margin give. */
export function LimitsForm({ detail }: { detail: ListingDetail }) {
    const { listing } = detail;
    const change = useChangeListing(listing.id);
    const [floor, setFloor] = useState(detail.own_floor ?? '');
    const [ceiling, setCeiling] = useState(detail.own_ceiling ?? '');
    const problem = change.error instanceof Problem ? change.error : null;
    const dirty = floor !== (detail.own_floor ?? '') || ceiling !== (detail.own_ceiling ?? '');
    const save = () =>
        change.mutate(
            { version: listing.version, floor, ceiling },
            { onSuccess: () => toast('Limits saved. The listing is looked at again at once.') },
        );
    return (
        <section className="mt-4">
            <h3 className="mb-1 text-[14px]">Limits of this listing</h3>
            <p className="mb-2 text-[12.5px] text-text-2">
                Cost {detail.cost ? `${money(detail.cost)}${extras(detail)}` : 'not known'}, RRP {money(detail.rrp)},
                MAP {money(detail.map)}
                {detail.supplier ? `, from ${detail.supplier}` : ''}.
            </p>
            <Terms terms={detail.terms} />
            <form
                className="grid grid-cols-[1fr_1fr_auto] items-start gap-2"
                onSubmit={(event) => {
                    event.preventDefault();
                    save();
                }}
            >
                <Field
                    label="Floor by hand"
                    inputMode="decimal"
                    placeholder="none"
                    value={floor}
                    onChange={(event) => setFloor(event.target.value)}
                    error={problem?.at('floor')}
                />
                <Field
                    label="Ceiling by hand"
                    inputMode="decimal"
                    placeholder="none"
                    value={ceiling}
                    onChange={(event) => setCeiling(event.target.value)}
                    error={problem?.at('ceiling')}
                />
                <Button type="submit" disabled={!dirty || change.isPending} className="mt-[23px]">
                    Save
                </Button>
            </form>
            {problem && problem.status === 409 && (
                <div className="mt-2">
                    <Notice>{problem.detail}</Notice>
                </div>
            )}
            {problem && problem.status !== 409 && Object.keys(problem.errors).length === 0 && (
                <div className="mt-2">
                    <Notice>{problem.says}</Notice>
                </div>
            )}
        </section>
    );
}

const EXTRAS = [
    ['inbound', 'inbound'],
    ['packaging', 'packaging'],
    ['handling', 'handling'],
    ['shipping_cost', 'shipping'],
] as const;

/** " + 0.57 inbound + 0.30 packaging", without those that are nothing. */
function extras({ extra_costs: costs, listing }: ListingDetail): string {
    return EXTRAS.filter(
        ([name]) => Number(costs[name]) > 0 && (name !== 'shipping_cost' || listing.fulfilment === 'merchant'),
    )
        .map(([name, words]) => ` + ${money(costs[name])} ${words}`)
        .join('');
}
