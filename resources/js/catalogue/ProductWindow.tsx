import { t } from '@/messages/product';
import { useChanged } from '@/api/keys';
import { api, take, type Batch, type ListingDetail } from '@/api/client';
import { useChannels, useFacets, useWorkspace } from '@/api/queries';
import { EditForm } from '@/edit/EditForm';
import { FigureField, SearchField, SelectField, TextField } from '@/edit/fields';
import type { FigureInputProps } from '@/edit/FigureInput';
import { amountReader, currencyFormat } from '@/edit/reading';
import { resolverOf } from '@/edit/schemas';
import { mayClose } from '@/edit/unsaved';
import { useEditForm } from '@/edit/useEditForm';
import { Button } from '@/ui/Button';
import { currencies } from '@/ui/currencies';
import { Window } from '@/ui/Window';
import type { Resolver } from 'react-hook-form';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { changeOne } from '@/bulk/changeOne';
import {
    ABOUT,
    AMOUNTS,
    COSTS,
    differing,
    emptyProduct,
    known,
    LABELS,
    OFFERS,
    productSchema,
    stockReader,
    type Known,
} from './productFields';

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
    const changed = useChanged();
    const channels = useChannels();
    const workspace = useWorkspace();
    const currency = detail?.listing.currency ?? workspace.data?.currency ?? '';
    const [was] = useState<Known>(() => (detail ? known(detail) : {}));
    const isNew = detail === null || isOffer;
    const name = isOffer
        ? t('product.offerOf', { productSku: detail?.product_sku })
        : detail
          ? t('product.product', { productSku: detail.product_sku })
          : t('product.productNew');
    const store = async (wanted: Known): Promise<{ batch: Batch | null; wanted: Known }> => {
        if (isNew) {
            const product = isOffer ? { product: detail?.product_sku } : {};
            await take(
                api.POST('/api/v1/products', { body: { ...filled(wanted), sku: wanted.sku ?? '', ...product } }),
            );
            return { batch: null, wanted };
        }
        const fields = differing(was, wanted);
        const before = Object.fromEntries(Object.keys(fields).map((one) => [one, was[one] ?? '']));
        return { batch: await changeOne('product', { fields, was: before }, detail.listing.id), wanted };
    };
    const edit = useEditForm({
        name,
        current: isNew ? emptyProduct(isOffer) : was,
        resolver: useMemo(
            (): Resolver<Known, unknown, Known> => (values, context, options) =>
                resolverOf(productSchema(currency, values.cost_currency || currency, isNew, isOffer))(
                    values,
                    context,
                    options,
                ),
            [currency, isNew, isOffer],
        ),
        save: store,
        onSaved: ({ batch, wanted }) => {
            changed('listings', 'batches', 'facets');
            if (isNew) {
                toast(t('product.added', { title: wanted.title || wanted.sku }));
                return onAdded(wanted.sku ?? '');
            }
            if (batch?.state === 'planned') return onAsks(batch.id);
            if (batch) toast(t('product.savedItsFloorIsBeingWorked'));
            onClose();
        },
    });
    const now = edit.values as Known;
    const close = () => void mayClose(name).then((may) => may && onClose());
    const field = (of: string, label: string, rest: Partial<FigureInputProps> = {}) => (
        <TextField key={of} name={of} label={label} {...rest} />
    );
    const money = (of: string, label: string) => {
        const format = currencyFormat(COSTS.includes(of) ? now.cost_currency || currency : currency);
        return <FigureField key={of} name={of} label={label} unit={format.symbol} reader={amountReader(format)} />;
    };
    const offered = [
        ['', t('product.nowhereYet')],
        ...(channels.data?.map((channel) => [channel.name, channel.name] as const) ?? []),
    ] as const;
    return (
        <Window
            open
            onClose={close}
            wide
            title={
                isOffer
                    ? t('product.offerItOnceMore', { title: detail?.listing.title })
                    : detail
                      ? t('product.theProduct')
                      : t('product.aNewProduct')
            }
        >
            <EditForm
                edit={edit}
                save={isNew ? t('product.addIt') : t('product.saveTheProduct')}
                label={(path) => LABELS[path] ?? path}
                className="grid gap-5"
                buttons={<Button onClick={close}>{t('product.cancel')}</Button>}
            >
                {!isOffer && (
                    <>
                        <div className="grid grid-cols-2 items-start gap-x-4 gap-y-3">
                            {isNew && field('sku', 'SKU', { autoFocus: true })}
                            {ABOUT.map(([name, label, list]) =>
                                field(name, label, {
                                    list: list && `known-${list}`,
                                    className: name === 'title' ? 'col-span-2' : undefined,
                                }),
                            )}
                        </div>
                        <KnownNames />
                        <div className="grid grid-cols-4 items-start gap-x-4 gap-y-3 max-[640px]:grid-cols-2">
                            <SearchField
                                name="cost_currency"
                                label={t('product.costsAreIn')}
                                options={[['', currency], ...currencies().filter(([code]) => code !== currency)]}
                            />
                            {AMOUNTS.map(([of, label]) => money(of, label))}
                        </div>
                    </>
                )}
                {isNew && (
                    <fieldset className="grid grid-cols-4 items-start gap-x-4 gap-y-3 border-t border-line pt-4 max-[640px]:grid-cols-2">
                        <legend className="sr-only">{t('product.whereItIsOffered')}</legend>
                        <SelectField name="channel" label={t('product.offeredOn')} options={offered} />
                        {isOffer && field('sku', t('product.itsSkuThere'))}
                        {now.channel && (
                            <>
                                {money('price', t('product.price'))}
                                {money('shipping', t('product.shippingCharge'))}
                                <FigureField name="stock" label={t('product.stock')} reader={stockReader} />
                                {OFFERS.map(([of, label, options]) => (
                                    <SelectField key={of} name={of} label={label} options={options} />
                                ))}
                            </>
                        )}
                        <p className="col-span-full text-[12.5px] text-text-3">
                            {now.channel ? t('product.itIsADraftUntilThe') : t('product.aProductAloneHasNoPrice')}
                        </p>
                    </fieldset>
                )}
            </EditForm>
        </Window>
    );
}

const filled = (wanted: Known): Known => Object.fromEntries(Object.entries(wanted).filter(([, value]) => value !== ''));

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
