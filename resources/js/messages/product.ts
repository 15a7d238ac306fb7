import product from './en/product.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ product });
