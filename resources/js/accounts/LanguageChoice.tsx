import { currentLanguage, LANGUAGES, switchLanguage } from '@/messages/language';
import { t } from '@/messages/message';
import { Select } from '@/ui/Select';

/** The language of this browser's pages. What is not translated yet is in English. */
export const LanguageChoice = () => (
    <Select label={t('signIn.language')} value={currentLanguage()} onChange={switchLanguage} options={LANGUAGES} />
);
