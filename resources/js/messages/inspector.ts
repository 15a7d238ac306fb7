import inspector from './en/inspector.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ inspector });
