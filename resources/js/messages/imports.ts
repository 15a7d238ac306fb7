import imports from './en/imports.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ imports });
