import settings from './en/settings.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ settings });
