import { useState } from 'react';
import { type LanguageCode, languageOf, LANGUAGES, type Region, REGIONS } from '#wording/language';
import { applyTheme, readTheme, THEMES } from '../app/theme';
import { chooseLanguage, readLanguage } from '../language/choice';
import { Field, INPUT } from '../ui/Field';

/** Each in its own words, for whoever cannot read the others. */
const LANGUAGE_NAMES: Readonly<Record<LanguageCode, string>> = { en: 'English', de: 'Deutsch' };
const REGION_NAMES: Readonly<Record<Region, string>> = {
  GB: 'United Kingdom: 18 Nov 2026, 1,234.50',
  US: 'United States: Nov 18, 2026, 1,234.50',
  DE: 'Deutschland: 18. Nov 2026, 1.234,50',
  FR: 'France: 18 Nov 2026, 1 234,50',
  NL: 'Nederland: 18 Nov 2026, 1.234,50',
};

/** Theme, language, and the form of dates and numbers; kept on this machine. */
export function AppearanceForm() {
  const [theme, setTheme] = useState(readTheme);
  const language = readLanguage();
  return (
    <>
      <div role="radiogroup" aria-label="Theme" className="mb-4 flex gap-5">
        {THEMES.map((each) => (
          <label key={each} className="flex items-center gap-1.5 capitalize">
            <input
              type="radio"
              name="theme"
              checked={theme === each}
              onChange={() => {
                setTheme(each);
                applyTheme(each);
              }}
            />
            {each}
          </label>
        ))}
      </div>
      <div className="grid max-w-[620px] grid-cols-2 gap-4 max-desk:grid-cols-1">
        <Field
          label="Language"
          hint="German: Standing, Ladder and Plan; all else is still in English."
        >
          <select
            className={INPUT}
            value={language.code}
            onChange={(event) => chooseLanguage(languageOf(event.target.value as LanguageCode))}
          >
            {LANGUAGES.map((code) => (
              <option key={code} value={code} lang={code}>
                {LANGUAGE_NAMES[code]}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Dates and numbers as in" hint="The page opens anew.">
          <select
            className={INPUT}
            value={language.region}
            onChange={(event) =>
              chooseLanguage(languageOf(language.code, event.target.value as Region))
            }
          >
            {REGIONS.map((region) => (
              <option key={region} value={region}>
                {REGION_NAMES[region]}
              </option>
            ))}
          </select>
        </Field>
      </div>
    </>
  );
}
