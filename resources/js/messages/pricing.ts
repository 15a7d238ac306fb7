import pricing from './en/pricing.json';
import rule from './en/rule.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ pricing, rule });
export type MessageKey = Parameters<typeof t>[0];
