import { ENGLISH, type Language, parseLanguage } from '#wording/language';

const KEY = 'iron-ladder-language';

/** What was chosen on this machine; English, as in Britain, where nothing was. */
export function readLanguage(): Language {
  try {
    return parseLanguage(localStorage.getItem(KEY) ?? '') ?? ENGLISH;
  } catch {
    // No store, or a forbidden one: in a test, in a private window.
    return ENGLISH;
  }
}

/** Remembers a language on this machine and opens the page anew in it. */
export function chooseLanguage({ tag }: Language): void {
  localStorage.setItem(KEY, tag);
  location.reload();
}
