import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';
import type { TextStyle } from './paper';

const require = createRequire(import.meta.url);

/** Archivo, as the screens have it; files that ship with a package. */
export const FONT_FILES = {
  regular: require.resolve('@expo-google-fonts/archivo/400Regular/Archivo_400Regular.ttf'),
  semibold: require.resolve('@expo-google-fonts/archivo/600SemiBold/Archivo_600SemiBold.ttf'),
  bold: require.resolve('@expo-google-fonts/archivo/700Bold/Archivo_700Bold.ttf'),
} as const;

const fonts = new Map<string, fontkit.Font>();

function fontOf(weight: NonNullable<TextStyle['weight']>): fontkit.Font {
  let font = fonts.get(weight);
  if (!font)
    fonts.set(weight, (font = fontkit.create(readFileSync(FONT_FILES[weight])) as fontkit.Font));
  return font;
}

/** How wide a text is, in points. */
export function widthOf(text: string, { size, weight = 'regular' }: TextStyle): number {
  const font = fontOf(weight);
  return (font.layout(text).advanceWidth / font.unitsPerEm) * size;
}

/** The text cut to a width, with an ellipsis where something is missing. */
export function fit(text: string, width: number, style: TextStyle): string {
  if (widthOf(text, style) <= width) return text;
  let shown = text;
  while (shown.length > 1 && widthOf(`${shown}…`, style) > width) shown = shown.slice(0, -1);
  return `${shown.trimEnd()}…`;
}

/** Broken between words into lines no wider than `width`; a word that is wider stands alone. */
export function wrap(text: string, width: number, style: TextStyle): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && widthOf(`${last} ${word}`, style) <= width)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}
