import { t } from '@/messages/watching';

/** A recipe as the API has it. */
export type Step = Record<string, unknown>;
export type Fields = Record<string, Step[]>;

export const FIELDS = {
    price: t('watching.fieldPrice'),
    old_price: t('watching.fieldOldPrice'),
    member_price: t('watching.fieldMemberPrice'),
    name: t('watching.fieldName'),
    availability: t('watching.fieldAvailability'),
    promotion: t('watching.fieldPromotion'),
    shipping: t('watching.fieldShipping'),
    gtin: 'GTIN',
} as const;

export type Field = keyof typeof FIELDS;

/** What a step does, and what has to be said with it. */
export const KINDS = {
    select: { name: t('watching.stepSelect'), empty: { select: '' } },
    text: { name: t('watching.stepText'), empty: { text: true } },
    attribute: { name: t('watching.stepAttribute'), empty: { attribute: '' } },
    script: { name: t('watching.stepScript'), empty: { script: '' } },
    json: { name: t('watching.stepJson'), empty: { json: '' } },
    match: { name: t('watching.stepMatch'), empty: { match: '' } },
    replace: { name: t('watching.stepReplace'), empty: { replace: '', with: '' } },
    as: { name: t('watching.stepAs'), empty: { as: 'price' } },
} as const;

export type Kind = keyof typeof KINDS;

export const kindOf = (step: Step): Kind => (Object.keys(KINDS) as Kind[]).find((kind) => kind in step) ?? 'text';

export const READ_AS = {
    price: t('watching.asPrice'),
    minor_units: t('watching.asMinorUnits'),
    text: t('watching.asText'),
    availability: t('watching.asAvailability'),
} as const;

/** What a field begins with. */
export const beginning = (field: Field): Step[] => [
    { select: '' },
    { text: true },
    ...(['price', 'old_price', 'member_price', 'shipping'].includes(field) ? [{ as: 'price' }] : []),
];

/** With another step, another one instead, or without one. */
export function changed(fields: Fields, field: string, at: number, step: Step | null, isNew = false): Fields {
    const steps = [...(fields[field] ?? [])];
    steps.splice(at, isNew ? 0 : 1, ...(step === null ? [] : [step]));
    return { ...fields, [field]: steps };
}

/** Whether all that has to be said is said: half of a step is not tried. */
export const isWhole = (fields: Fields) =>
    Object.values(fields).every((steps) => steps.length > 0 && steps.every((step) => step[kindOf(step)] !== '')) &&
    Object.keys(fields).length > 0;

/** Words of a shop, with commas between them. */
export const words = (text: string) =>
    text
        .split(',')
        .map((word) => word.trim())
        .filter((word) => word !== '');
