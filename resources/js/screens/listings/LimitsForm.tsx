import { t } from '@/messages/inspector';
import { key } from '@/api/keys';
import type { ListingDetail } from '@/api/client';
import { EditForm } from '@/edit/EditForm';
import { FigureField } from '@/edit/fields';
import { amountReader, currencyFormat } from '@/edit/reading';
import { optionalFigure, resolverOf } from '@/edit/schemas';
import { useEditForm } from '@/edit/useEditForm';
import { inCurrency, money } from '@/ui/figures';
import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';
import { useChangeListing } from './queries';
import { Terms } from './Terms';

const LABELS: Record<string, string> = { floor: t('inspector.theFloor'), ceiling: t('inspector.theCeiling') };

/** Floor and ceiling of this listing by hand, beside what cost and margin give. */
export function LimitsForm({ detail }: { detail: ListingDetail }) {
    const { listing } = detail;
    const client = useQueryClient();
    const change = useChangeListing(listing.id);
    const format = currencyFormat(listing.currency);
    const reader = amountReader(format);
    const resolver = useMemo(() => {
        const amount = optionalFigure(amountReader(currencyFormat(listing.currency)));
        return resolverOf(z.object({ floor: amount, ceiling: amount }));
    }, [listing.currency]);
    const edit = useEditForm({
        name: `limits of listing ${listing.id}`,
        current: { floor: detail.own_floor ?? '', ceiling: detail.own_ceiling ?? '' },
        version: listing.version,
        resolver,
        save: ({ floor, ceiling }, version) =>
            change.mutateAsync({
                version: version ?? listing.version,
                floor: (floor as string | null) ?? '',
                ceiling: (ceiling as string | null) ?? '',
            }),
        onSaved: () => toast(t('inspector.limitsSavedTheListingIs')),
        onConflict: () => void client.invalidateQueries({ queryKey: key('listing', listing.id) }),
    });
    return (
        <section className="mt-4">
            <h3 className="mb-1 text-[14px]">{t('inspector.limitsOfThisListing')}</h3>
            <p className="mb-2 text-[12.5px] text-text-2">
                {t('inspector.costRrpMap', {
                    cost: detail.cost
                        ? `${inCurrency(detail.cost, listing.cost_currency)}${extras(detail)}`
                        : t('inspector.notKnown'),
                    rrp: money(detail.rrp),
                    map: money(detail.map),
                    supplier: detail.supplier ? t('inspector.from2', { supplier: detail.supplier }) : '',
                })}
            </p>
            <Terms terms={detail.terms} currency={detail.listing.currency} />
            <EditForm
                edit={edit}
                save={t('inspector.save')}
                label={(path) => LABELS[path] ?? path}
                className="grid grid-cols-2 items-start gap-2"
            >
                <FigureField
                    name="floor"
                    label={t('inspector.floorByHand')}
                    unit={format.symbol}
                    reader={reader}
                    placeholder={t('inspector.none')}
                />
                <FigureField
                    name="ceiling"
                    label={t('inspector.ceilingByHand')}
                    unit={format.symbol}
                    reader={reader}
                    placeholder={t('inspector.none')}
                />
            </EditForm>
        </section>
    );
}

const EXTRAS = [
    ['inbound', t('inspector.inbound')],
    ['packaging', t('inspector.packaging')],
    ['handling', t('inspector.handling')],
    ['shipping_cost', t('inspector.shipping')],
] as const;

/** " + 0.57 inbound + 0.30 packaging", without those that are nothing. */
function extras({ extra_costs: costs, listing }: ListingDetail): string {
    return EXTRAS.filter(
        ([name]) => Number(costs[name]) > 0 && (name !== 'shipping_cost' || listing.fulfilment === 'merchant'),
    )
        .map(([name, words]) => ` + ${money(costs[name])} ${words}`)
        .join('');
}
