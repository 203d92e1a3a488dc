import { IntlMessageFormat } from 'intl-messageformat';
import { language, type LanguageCode } from '../language';

/** Messages of one area by their id, in the form of ICU MessageFormat. */
export type Catalogue = Readonly<Record<string, string>>;

/** A catalogue in another language: the same ids, other words. */
export type Translated<C extends Catalogue> = Readonly<Record<keyof C, string>>;

export type Value = string | number | null | undefined;

/** Says messages of one catalogue in the reader's language. */
export interface Messages<C extends Catalogue> {
  /** @throws when a message needs a value that is not there */
  (id: keyof C & string, values?: Readonly<Record<string, Value>>): string;
  /**
   * The same in pieces, where a value is more than text: an element, or what makes one of the words
   * between `<strong>` and `</strong>`.
   */
  pieces<Piece>(
    id: keyof C & string,
    values: Readonly<Record<string, Value | Piece | ((words: (Piece | string)[]) => Piece)>>,
  ): (Piece | string)[];
}

const translations = new Map<string, Catalogue>();
const formats = new Map<string, IntlMessageFormat>();

/** Makes a translation known; a language's areas may come later than the page. */
export function addTranslation(
  code: LanguageCode,
  areas: Readonly<Record<string, Catalogue>>,
): void {
  for (const [area, catalogue] of Object.entries(areas))
    translations.set(`${code} ${area}`, catalogue);
}

const HAS_SYNTAX = /[{<']/;
/** Nothing but values: most messages are so, and need no tree walked. */
const IS_PLAIN = /^[^{}<']*(\{\w+\}[^{}<']*)*$/;
const VALUE = /\{(\w+)\}/g;

/** @param area what the catalogue's translations are found by */
export function messagesOf<const C extends Catalogue>(area: string, english: C): Messages<C> {
  const templateOf = (id: string) => {
    const { code } = language();
    return (code === 'en' ? undefined : translations.get(`${code} ${area}`)?.[id]) ?? english[id]!;
  };
  const formatOf = (id: string, template: string) => {
    const { tag, numbers } = language();
    const key = `${tag} ${area} ${id}`;
    let format = formats.get(key);
    if (!format) {
      format = new IntlMessageFormat(template, tag, undefined, {
        formatters: {
          getNumberFormat: (_, options) => new Intl.NumberFormat(numbers, options),
          getDateTimeFormat: (...of) => new Intl.DateTimeFormat(...of),
          getPluralRules: (...of) => new Intl.PluralRules(...of),
        },
      });
      formats.set(key, format);
    }
    return format;
  };
  const say = (id: string, values?: Readonly<Record<string, Value>>) => {
    const template = templateOf(id);
    if (!HAS_SYNTAX.test(template)) return template;
    if (values && IS_PLAIN.test(template))
      return template.replace(VALUE, (_, name: string) => {
        if (!(name in values)) throw new Error(`The message ${area}.${id} is given no ${name}.`);
        return String(values[name] ?? '');
      });
    return formatOf(id, template).format(values as Record<string, string>) as string;
  };
  return Object.assign(say, {
    pieces: (id: string, values: Readonly<Record<string, unknown>>) => {
      const all = formatOf(id, templateOf(id)).format(values as Record<string, string>);
      return (Array.isArray(all) ? all : [all]) as never[];
    },
  }) as unknown as Messages<C>;
}
