import type { Batch } from '@/api/client';
import { count } from '@/ui/words';

/** What fields of products and listings are called. */
export const FIELDS: Record<string, string> = {
    sku: 'SKU',
    product: 'SKU of its product',
    title: 'Title',
    brand: 'Brand',
    category: 'Category',
    supplier: 'Supplier',
    gtin: 'GTIN',
    cost: 'Unit cost',
    inbound: 'Inbound cost',
    packaging: 'Packaging cost',
    handling: 'Handling cost',
    shipping_cost: 'Own shipping cost',
    rrp: 'Recommended price (RRP)',
    map: 'Minimum advertised price (MAP)',
    channel: 'Channel',
    price: 'Price',
    list_price: 'List price',
    shipping: 'Shipping charge',
    stock: 'Stock',
    condition: 'Condition',
    fulfilment: 'Fulfilment',
    floor: 'Floor by hand',
    ceiling: 'Ceiling by hand',
    limits: 'Own limits',
    rule: 'Rule',
    rule_id: 'Rule',
    automation_on: 'Repricing',
};

export const STATES: Record<Batch['state'], string> = {
    planning: 'being worked out',
    planned: 'waits for you',
    applying: 'being made',
    applied: 'done',
    undoing: 'being taken back',
    undone: 'taken back',
    failed: 'stopped',
};

/** "132 change, 4 are new, 20 are right already, 9 are refused"; in the past once it is done. */
export function sum(batch: Batch): string {
    const isDone = batch.state === 'applied' || batch.state === 'undone';
    const parts: [number, string, string][] = isDone
        ? [
              [batch.change, 'was changed', 'were changed'],
              [batch.create, 'was made', 'were made'],
              [batch.same, 'was right already', 'were right already'],
              [batch.refused, 'was refused', 'were refused'],
          ]
        : [
              [batch.change, 'changes', 'change'],
              [batch.create, 'is new', 'are new'],
              [batch.same, 'is right already', 'are right already'],
              [batch.refused, 'is refused', 'are refused'],
          ];
    const said = parts.filter(([many]) => many > 0).map(([many, one, more]) => count(many, one, more));
    return said.length > 0 ? said.join(', ') : 'nothing changes';
}
