import bulk from './en/bulk.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ bulk });
