import market from './en/market.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ market });
