import { addTranslation } from '../translate';
import { DE_DATES } from './dates';
import { DE_FIGURES } from './figures';
import { DE_FRAME } from './frame';
import { DE_LADDER } from './ladder';
import { DE_NUMBERS } from './numbers';
import { DE_PLAN } from './plan';
import { DE_RANKING } from './ranking';
import { DE_SHIPPED } from './shipped';
import { DE_STANDING } from './standing';
import { DE_STANDING_VIEW } from './standingView';
import { DE_VIEW } from './view';

/** Messages in German, by area. */
export const GERMAN = {
  dates: DE_DATES,
  figures: DE_FIGURES,
  frame: DE_FRAME,
  ladder: DE_LADDER,
  numbers: DE_NUMBERS,
  plan: DE_PLAN,
  ranking: DE_RANKING,
  shipped: DE_SHIPPED,
  standing: DE_STANDING,
  standingView: DE_STANDING_VIEW,
  view: DE_VIEW,
};

/** Makes the German messages known. */
export function addGerman(): void {
  addTranslation('de', GERMAN);
}
