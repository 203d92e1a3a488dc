/** Languages that Iron Ladder speaks; a new one is one more file of messages. */
export const LANGUAGES = ['en', 'de'] as const;
export type LanguageCode = (typeof LANGUAGES)[number];

/** Regions whose form of numbers and dates it knows, by ISO 3166. */
export const REGIONS = ['GB', 'US', 'DE', 'FR', 'NL'] as const;
export type Region = (typeof REGIONS)[number];

/** In which words, and in which form of numbers and dates, somebody reads. */
export interface Language {
  code: LanguageCode;
  region: Region;
  /** Both as one tag of BCP 47: "en-GB"; "en-DE" is English with dates and numbers as in Germany. */
  tag: string;
  /** The locale whose numbers a region writes, as `Intl` knows it. */
  numbers: string;
}

const NUMBERS: Readonly<Record<Region, string>> = {
  GB: 'en-GB',
  US: 'en-US',
  DE: 'de-DE',
  FR: 'fr-FR',
  NL: 'nl-NL',
};

const USUAL_REGION: Readonly<Record<LanguageCode, Region>> = { en: 'GB', de: 'DE' };

const known = new Map<string, Language>();

/** A language with a region; the same object each time. */
export function languageOf(code: LanguageCode, region: Region = USUAL_REGION[code]): Language {
  const tag = `${code}-${region}`;
  let language = known.get(tag);
  if (!language) known.set(tag, (language = { code, region, tag, numbers: NUMBERS[region] }));
  return language;
}

export const ENGLISH = languageOf('en');

/** The language of a tag ("de", "en-US"); null for one that is not spoken. */
export function parseLanguage(tag: string): Language | null {
  const [first = '', second = ''] = tag.trim().split('-');
  const code = LANGUAGES.find((each) => each === first.toLowerCase());
  if (!code) return null;
  return languageOf(
    code,
    REGIONS.find((each) => each === second.toUpperCase()),
  );
}

/**
 * The best of what a reader asks for (RFC 9110, Accept-Language: "de-DE, en;q=0.8"); English where
 * none of it is spoken.
 */
export function negotiateLanguage(accepted: string | undefined): Language {
  const wanted = (accepted ?? '').split(',').map((part) => {
    const [tag = '', ...parameters] = part.split(';');
    const quality = parameters.map((each) => /^\s*q=([\d.]+)\s*$/.exec(each)?.[1]).find(Boolean);
    return { language: parseLanguage(tag), quality: quality === undefined ? 1 : Number(quality) };
  });
  let best: Language | null = null;
  let most = 0;
  for (const { language, quality } of wanted)
    if (language && quality > most) [best, most] = [language, quality];
  return best ?? ENGLISH;
}

let reader: () => Language = () => ENGLISH;

/** Who is written for: the page's reader, or whoever sent the request that is answered. */
export function language(): Language {
  return reader();
}

/** Says where the reader's language is known from; without it all is English. */
export function readLanguageFrom(source: () => Language): void {
  reader = source;
}
