import account from './en/account.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ account });
