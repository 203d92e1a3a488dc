import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse, TYPE } from '@formatjs/icu-messageformat-parser';
import ts from 'typescript';
import { afterEach, describe, expect, it } from 'vitest';
import { SHIPPED_MEASURES } from '#core/measure/shipped';
import { defaultLabels } from '#core/status/rule';
import { BENCHMARKS } from '#core/status/rule';
import { ENGLISH, languageOf, readLanguageFrom } from '../language';
import { shippedWord, statusLabel } from '../shipped';
import { addGerman, GERMAN } from './de/index';
import { EN_DATES } from './en/dates';
import { EN_FIGURES } from './en/figures';
import { EN_FRAME } from './en/frame';
import { EN_LADDER } from './en/ladder';
import { EN_NUMBERS } from './en/numbers';
import { EN_PLAN } from './en/plan';
import { EN_RANKING } from './en/ranking';
import { EN_SHIPPED } from './en/shipped';
import { EN_STANDING } from './en/standing';
import { EN_STANDING_VIEW } from './en/standingView';
import { EN_VIEW } from './en/view';
import type { Catalogue } from './translate';

const ENGLISH_AREAS: Readonly<Record<keyof typeof GERMAN, Catalogue>> = {
  dates: EN_DATES,
  figures: EN_FIGURES,
  frame: EN_FRAME,
  ladder: EN_LADDER,
  numbers: EN_NUMBERS,
  plan: EN_PLAN,
  ranking: EN_RANKING,
  shipped: EN_SHIPPED,
  standing: EN_STANDING,
  standingView: EN_STANDING_VIEW,
  view: EN_VIEW,
};

type Elements = ReturnType<typeof parse>;

/** The names of what a message takes; ICU MessageFormat, as its own parser reads it. */
function argumentsOf(message: string): Set<string> {
  const names = new Set<string>();
  const visit = (elements: Elements) => {
    for (const element of elements) {
      if (element.type !== TYPE.literal && element.type !== TYPE.pound) names.add(element.value);
      if (element.type === TYPE.select || element.type === TYPE.plural)
        for (const option of Object.values(element.options)) visit(option.value);
      if (element.type === TYPE.tag) visit(element.children);
    }
  };
  visit(parse(message));
  return names;
}

describe.each(Object.keys(GERMAN) as (keyof typeof GERMAN)[])('the messages of %s', (area) => {
  const english = ENGLISH_AREAS[area];
  const german: Catalogue = GERMAN[area];

  it('are there in both languages and can be read', () => {
    expect(Object.keys(german).sort()).toEqual(Object.keys(english).sort());
    for (const catalogue of [english, german])
      for (const message of Object.values(catalogue)) expect(() => parse(message)).not.toThrow();
  });

  it('take nothing in German that English does not take', () => {
    for (const [id, message] of Object.entries(german)) {
      const known = argumentsOf(english[id]!);
      for (const name of argumentsOf(message)) expect(known, `${area}.${id}`).toContain(name);
    }
  });
});

/** What a catalogue is asked for: in a call with the values it gives, or anywhere by its name. */
interface Use {
  path: string;
  id: string;
  /** The names of the values; null where they cannot be read off. */
  given: string[] | null;
}

/** Every string of a file that is no import, and what stands in a call of `t` or `rich` beside it. */
function usesIn(path: string): Use[] {
  const source = ts.createSourceFile(
    path,
    readFileSync(path, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
    path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const uses: Use[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && /^(t|rich|t\.pieces)$/.test(node.expression.getText(source))) {
      const [id, values] = node.arguments.slice(node.expression.getText(source) === 'rich' ? 1 : 0);
      if (id && ts.isStringLiteral(id)) uses.push({ path, id: id.text, given: namesIn(values) });
    }
    if (ts.isStringLiteralLike(node)) uses.push({ path, id: node.text, given: null });
    ts.forEachChild(node, visit);
  };
  visit(source);
  return uses;
}

function namesIn(values: ts.Expression | undefined): string[] | null {
  if (!values) return [];
  if (!ts.isObjectLiteralExpression(values)) return null;
  const names = values.properties.map((each) => each.name?.getText());
  return names.includes(undefined) ? null : (names as string[]);
}

describe('the calls of a view', () => {
  const byArea = new Map<keyof typeof GERMAN, Use[]>();
  for (const path of [...filesIn('web'), ...filesIn('wording')]) {
    const area = /messagesOf\('(\w+)'/.exec(readFileSync(path, 'utf8'))?.[1];
    if (!area || path.includes('messages/')) continue;
    const known = area as keyof typeof GERMAN;
    byArea.set(known, [...(byArea.get(known) ?? []), ...usesIn(path)]);
  }

  it('give a message exactly what it takes', () => {
    let count = 0;
    for (const [area, uses] of byArea)
      for (const { path, id, given } of uses) {
        if (given === null) continue;
        const message = ENGLISH_AREAS[area][id];
        expect(message, `${path}: ${area}.${id}`).toBeDefined();
        expect(given.sort(), `${path}: ${area}.${id}`).toEqual([...argumentsOf(message!)].sort());
        count++;
      }
    expect(count).toBeGreaterThan(500);
  });

  it.each(['plan', 'ladder', 'standingView', 'view', 'frame'] as const)(
    'leave no message of %s unsaid',
    (area) => {
      const said = new Set(byArea.get(area)!.map(({ id }) => id));
      expect(Object.keys(ENGLISH_AREAS[area]).filter((id) => !said.has(id))).toEqual([]);
    },
  );
});

function filesIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name) && !name.includes('.test.'))
    .map((name) => join(folder, name));
}

describe('what ships', () => {
  afterEach(() => readLanguageFrom(() => ENGLISH));

  it('is known by each of its words, so that it is said in the reader’s language', () => {
    addGerman();
    readLanguageFrom(() => languageOf('de'));
    const words = [
      ...SHIPPED_MEASURES.flatMap(({ name, group, description }) => [name, group, description]),
      ...BENCHMARKS.flatMap((benchmark) =>
        (['higher', 'lower'] as const).flatMap((direction) => {
          const { open, ended } = defaultLabels(benchmark, direction);
          return [...open, ...ended];
        }),
      ),
    ];
    for (const word of words) expect(shippedWord(word), word).not.toBe(word);
  });

  it('stays as a company has worded it', () => {
    addGerman();
    readLanguageFrom(() => languageOf('de'));
    expect(shippedWord('Umsatz Süd')).toBe('Umsatz Süd');
    expect(statusLabel({ state: 'stretch', label: 'made, stretch' })).toBe('erreicht, Zusatzziel');
    expect(statusLabel({ state: 'made', label: 'geschafft' })).toBe('geschafft');
  });
});
