import watching from './en/watching.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ watching });
