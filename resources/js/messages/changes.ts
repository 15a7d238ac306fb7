import changes from './en/changes.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ changes });
