import { t } from '@/messages/settings';
import { key, useChanged } from '@/api/keys';
import { api, take } from '@/api/client';
import type { components } from '@/api/schema';
import { SearchChoice } from '@/edit/SearchChoice';
import { Button } from '@/ui/Button';
import { currencies } from '@/ui/currencies';
import { Failed } from '@/ui/Failed';
import { ProblemNotice } from '@/ui/Notice';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { MarkupWindow } from './MarkupWindow';
import { saysMarkup } from './markupTerms';

export type Supplier = components['schemas']['Supplier'];

/** What the goods of each supplier are offered at, from what they cost. */
export function SupplierMarkups({ currency }: { currency: string }) {
    const suppliers = useQuery({
        queryKey: key('suppliers'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/suppliers', { signal })),
    });
    const changed = useChanged();
    const invoices = useMutation({
        mutationFn: (body: { supplier: string; currency: string }) =>
            take(api.PUT('/api/v1/suppliers/currency', { body })),
        onSuccess: () => changed('workspace'),
    });
    const [open, setOpen] = useState<string | null>(null);
    const opened = suppliers.data?.find(({ name }) => name === open);
    return (
        <section>
            <h2 className="text-[17px]">{t('settings.markupsOfSuppliers')}</h2>
            <p className="mt-0.5 mb-3 max-w-[68ch] text-text-2">{t('settings.fromTheUnitCostToA')}</p>
            {suppliers.error && !suppliers.data && <ProblemNotice error={suppliers.error} />}
            <Failed action={invoices} what={t('settings.theCurrencyWasNotChanged')} />
            {suppliers.data?.length === 0 && <p className="text-text-2">{t('settings.noSupplierIsKnownYetThey')}</p>}
            {suppliers.data && suppliers.data.length > 0 && (
                <p aria-hidden="true" className="flex max-w-[820px] gap-4 pb-1 text-[12.5px] text-text-2">
                    <span className="w-56">{t('settings.supplier')}</span>
                    <span className="w-24">{t('settings.productsHead')}</span>
                    <span className="flex-1">{t('settings.markupHead')}</span>
                    <span className="w-44">{t('settings.invoicesInHead')}</span>
                    <span className="w-[72px]" />
                </p>
            )}
            <ul className="max-w-[820px]">
                {suppliers.data?.map((supplier) => (
                    <li key={supplier.name} className="flex items-center gap-4 border-t border-line py-1.5">
                        <span className="w-56 truncate">{supplier.name}</span>
                        <span className="w-24 text-text-2">
                            {t('settings.products', { products: supplier.products })}
                        </span>
                        <span className="min-w-0 flex-1 truncate text-text-2">
                            {supplier.markup ? saysMarkup(supplier.markup) : t('settings.none')}
                        </span>
                        <SearchChoice
                            hideLabel
                            label={t('settings.invoicesIn', { name: supplier.name })}
                            className="w-44"
                            value={supplier.currency ?? currency}
                            options={currencies()}
                            onChange={(code) => invoices.mutate({ supplier: supplier.name, currency: code })}
                        />
                        <Button
                            className="w-[72px]"
                            aria-label={t('settings.theMarkupOf', {
                                markup: supplier.markup ? t('settings.change') : t('settings.set'),
                                name: supplier.name,
                            })}
                            onClick={() => setOpen(supplier.name)}
                        >
                            {supplier.markup ? t('settings.change') : t('settings.set')}
                        </Button>
                    </li>
                ))}
            </ul>
            {opened && (
                <MarkupWindow
                    key={opened.name}
                    supplier={opened}
                    currency={currency}
                    others={(suppliers.data ?? []).map((one) => one.name).filter((name) => name !== opened.name)}
                    onClose={() => setOpen(null)}
                />
            )}
        </section>
    );
}
