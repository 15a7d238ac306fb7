import today from './en/today.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ today });
export type MessageKey = Parameters<typeof t>[0];
