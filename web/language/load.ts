import { readLanguageFrom } from '#wording/language';
import { readLanguage } from './choice';

/** Makes the chosen language that of the page; English ships with the views and waits for nothing. */
export async function loadLanguage(): Promise<void> {
  const language = readLanguage();
  readLanguageFrom(() => language);
  document.documentElement.lang = language.tag;
  if (language.code === 'de') (await import('#wording/messages/de/index')).addGerman();
}
