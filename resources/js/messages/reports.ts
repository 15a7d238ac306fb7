import reports from './en/reports.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ reports });
