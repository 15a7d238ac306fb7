import { t } from '@/messages/bulk';
import type { Batch } from '@/api/client';

/** What fields of products and listings are called. */
export const FIELDS: Record<string, string> = {
    sku: 'SKU',
    product: t('bulk.skuOfItsProduct'),
    title: t('bulk.title'),
    brand: t('bulk.brand'),
    category: t('bulk.category'),
    supplier: t('bulk.supplier'),
    gtin: 'GTIN',
    mpn: t('bulk.partNumber'),
    cost: t('bulk.unitCost'),
    cost_currency: t('bulk.costCurrency'),
    inbound: t('bulk.inboundCost'),
    packaging: t('bulk.packagingCost'),
    handling: t('bulk.handlingCost'),
    shipping_cost: t('bulk.ownShippingCost'),
    rrp: t('bulk.recommendedPriceRrp'),
    map: t('bulk.minimumAdvertisedPriceMap'),
    channel: t('bulk.channel'),
    price: t('bulk.price'),
    list_price: t('bulk.listPrice'),
    shipping: t('bulk.shippingCharge'),
    stock: t('bulk.stock'),
    condition: t('bulk.condition'),
    fulfilment: t('bulk.fulfilment'),
    floor: t('bulk.floorByHand'),
    ceiling: t('bulk.ceilingByHand'),
    limits: t('bulk.ownLimits'),
    rule: t('bulk.rule'),
    rule_id: t('bulk.rule'),
    automation_on: t('bulk.repricing'),
    url: t('bulk.address'),
    variant: t('bulk.variant'),
    note: t('bulk.note'),
    interval: t('bulk.interval'),
    active_until: t('bulk.activeUntil'),
};

export const STATES: Record<Batch['state'], string> = {
    planning: t('bulk.beingWorkedOut'),
    planned: t('bulk.waitsForYou'),
    applying: t('bulk.beingMade'),
    applied: t('bulk.stateDone'),
    undoing: t('bulk.beingTakenBack'),
    undone: t('bulk.takenBack'),
    failed: t('bulk.stateStopped'),
};

/** "132 change, 4 are new, 20 are right already, 9 are refused"; in the past once it is done. */
export function sum(batch: Batch): string {
    const isDone = batch.state === 'applied' || batch.state === 'undone';
    const said = (
        [
            [batch.change, isDone ? 'bulk.wereChanged' : 'bulk.change'],
            [batch.create, isDone ? 'bulk.wereMade' : 'bulk.areNew'],
            [batch.same, isDone ? 'bulk.wereRightAlready' : 'bulk.areRightAlready'],
            [batch.refused, isDone ? 'bulk.wereRefused' : 'bulk.areRefused'],
        ] as const
    ).flatMap(([many, words]) => (many > 0 ? t(words, { many }) : []));
    return said.length > 0 ? said.join(', ') : t('bulk.nothingChanges');
}
