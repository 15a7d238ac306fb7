import channels from './en/channels.json';
import { partsOf } from './message';

export const { t, rich, pieces } = partsOf({ channels });
