import '../css/app.css';
import { loadLanguage, storedLanguage } from '@/messages/language';

// The language comes first: names that modules keep are in it too.
void loadLanguage(storedLanguage())
    .then(() => import('@/shell/start'))
    .then(({ start }) => start());
