import { addTranslation } from '../translate';
import { DE_DATES } from './dates';
import { DE_NUMBERS } from './numbers';

/** Makes the German messages known. */
export function addGerman(): void {
  addTranslation('de', { dates: DE_DATES, numbers: DE_NUMBERS });
}
