import alerts from './en/alerts.json';
import { partsOf } from './message';

export const { t } = partsOf({ alerts });
