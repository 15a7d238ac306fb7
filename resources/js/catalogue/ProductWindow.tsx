import { api, Problem, take, type Batch, type ListingDetail } from '@/api/client';
import { useChannels, useFacets } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { ProblemNotice } from '@/ui/Notice';
import { Select } from '@/ui/Select';
import { Window } from '@/ui/Window';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { changeOne } from './batches/changeOne';
import { ABOUT, AMOUNTS, changed, known, OFFERS, type Known } from './productFields';

interface Props {
    /** The listing whose product is changed, or offered once more; null makes a new one. */
    detail: ListingDetail | null;
    isOffer?: boolean;
    onClose: () => void;
    /** Floors would move a long way: that is looked at first. */
    onAsks: (batchId: string) => void;
    onAdded: (sku: string) => void;
}

/** What is known of one product, and where it is offered. */
export default function ProductWindow({ detail, isOffer = false, onClose, onAsks, onAdded }: Props) {
    const client = useQueryClient();
    const channels = useChannels();
    const [was] = useState<Known>(() => (detail ? known(detail) : {}));
    const [now, setNow] = useState<Known>(isOffer ? {} : was);
    const isNew = detail === null || isOffer;
    const refresh = () =>
        ['listings', 'listing', 'batches', 'worklist', 'facets'].forEach(
            (key) => void client.invalidateQueries({ queryKey: [key] }),
        );
    const save = useMutation({
        mutationFn: async (): Promise<Batch | null> => {
            if (isNew) {
                const sku = now.sku ?? '';
                const product = isOffer ? { product: detail?.product_sku } : {};
                return take(api.POST('/api/v1/products', { body: { ...now, sku, ...product } }));
            }
            const fields = changed(was, now);
            const before = Object.fromEntries(Object.keys(fields).map((name) => [name, was[name] ?? '']));
            return changeOne('product', { fields, was: before }, detail.listing.id);
        },
        onSuccess: (batch) => {
            refresh();
            if (isNew) {
                toast(`Added: ${now.title ?? now.sku}`);
                return onAdded(now.sku ?? '');
            }
            if (batch?.state === 'planned') return onAsks(batch.id);
            if (batch) toast('Saved. Its floor is being worked out again.');
            onClose();
        },
    });
    const problem = save.error instanceof Problem ? save.error : null;
    const field = (name: string, label: string, rest: object = {}) => (
        <Field
            key={name}
            label={label}
            value={now[name] ?? ''}
            onChange={(event) => setNow({ ...now, [name]: event.target.value })}
            error={problem?.at(name)}
            {...rest}
        />
    );
    const offered = [
        ['', 'nowhere yet'],
        ...(channels.data?.map((channel) => [channel.name, channel.name] as const) ?? []),
    ] as const;
    return (
        <Window
            open
            onClose={onClose}
            wide
            title={isOffer ? `Offer it once more: ${detail?.listing.title}` : detail ? 'The product' : 'A new product'}
        >
            <form
                className="grid gap-5"
                onSubmit={(event) => {
                    event.preventDefault();
                    save.mutate();
                }}
            >
                {!isOffer && (
                    <>
                        <div className="grid grid-cols-2 items-start gap-x-4 gap-y-3">
                            {isNew && field('sku', 'SKU', { required: true, autoFocus: true })}
                            {ABOUT.map(([name, label, list]) =>
                                field(name, label, {
                                    list: list && `known-${list}`,
                                    required: name === 'title',
                                    className: name === 'title' ? 'col-span-2' : undefined,
                                }),
                            )}
                        </div>
                        <KnownNames />
                        <div className="grid grid-cols-4 items-start gap-x-4 gap-y-3 max-[640px]:grid-cols-2">
                            {AMOUNTS.map(([name, label]) => field(name, label, { unit: '€', inputMode: 'decimal' }))}
                        </div>
                    </>
                )}
                {isNew && (
                    <fieldset className="grid grid-cols-4 items-start gap-x-4 gap-y-3 border-t border-line pt-4 max-[640px]:grid-cols-2">
                        <legend className="sr-only">Where it is offered</legend>
                        <div>
                            <Select
                                label="Offered on"
                                value={now.channel ?? ''}
                                options={offered}
                                onChange={(channel) => setNow({ ...now, channel })}
                            />
                            {problem?.at('channel') && (
                                <p className="mt-1 text-[12.5px] text-broken">{problem.at('channel')}</p>
                            )}
                        </div>
                        {isOffer && field('sku', 'Its SKU there', { required: true })}
                        {now.channel && (
                            <>
                                {field('price', 'Price', { unit: '€', inputMode: 'decimal' })}
                                {field('shipping', 'Shipping charge', { unit: '€', inputMode: 'decimal' })}
                                {field('stock', 'Stock', { inputMode: 'numeric' })}
                                {OFFERS.map(([name, label, options]) => (
                                    <Select
                                        key={name}
                                        label={label}
                                        value={now[name] ?? options[0][0]}
                                        options={options}
                                        onChange={(value) => setNow({ ...now, [name]: value })}
                                    />
                                ))}
                            </>
                        )}
                        <p className="col-span-full text-[12.5px] text-text-3">
                            {now.channel
                                ? 'It is a draft until the channel shows it, and is priced like any other. Without a price it takes the one its supplier’s markup gives.'
                                : 'A product alone has no price; it gets one as soon as it is offered somewhere.'}
                        </p>
                    </fieldset>
                )}
                {problem && Object.keys(problem.errors).length === 0 && <ProblemNotice error={problem} />}
                <div className="flex gap-2">
                    <Button
                        type="submit"
                        look="main"
                        disabled={save.isPending || (!isNew && Object.keys(changed(was, now)).length === 0)}
                    >
                        {isNew ? 'Add it' : 'Save the product'}
                    </Button>
                    <Button onClick={onClose}>Leave</Button>
                </div>
            </form>
        </Window>
    );
}

/** Names that are in use, to choose from while typing. */
function KnownNames() {
    const facets = useFacets();
    const lists = {
        brands: facets.data?.brands,
        categories: facets.data?.categories,
        suppliers: facets.data?.suppliers,
    };
    return Object.entries(lists).map(([list, names]) => (
        <datalist key={list} id={`known-${list}`}>
            {names?.map((name) => (
                <option key={name} value={name} />
            ))}
        </datalist>
    ));
}
