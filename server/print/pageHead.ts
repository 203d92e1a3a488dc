import { widthOf } from './fonts';
import { INK, type Paper, type TextStyle } from './paper';

/** Around every printed page. */
export const MARGIN = 34;
const LINE = 18;

/** The line above a printed page: what it is of, and whose program made it. */
export function drawTitle(paper: Paper, title: string): void {
  const [left, right] = [MARGIN, paper.width - MARGIN];
  paper.text(left, MARGIN, title, { size: 9, weight: 'semibold', color: INK.soft });
  paper.text(right, MARGIN, 'IRON LADDER', {
    size: 8,
    weight: 'bold',
    color: INK.soft,
    anchor: 'end',
  });
  paper.line([left, MARGIN + 6], [right, MARGIN + 6], { color: INK.ink, width: 1.2 });
}

interface StyledText {
  text: string;
  style: TextStyle;
}

/**
 * A sentence under the title, in the styles of its parts and broken between words. A word may be
 * made of a part in colour and a plain full stop: parts without a space between stay together.
 * `indent` is left free before the first word. @returns the base line of the last one
 */
export function drawSentence(paper: Paper, parts: readonly StyledText[], indent = 0): number {
  const [left, right] = [MARGIN, paper.width - MARGIN];
  let [x, y] = [left + indent, MARGIN + 26];
  for (const word of toWords(parts)) {
    const width = word.reduce((sum, { text, style }) => sum + widthOf(text.trimEnd(), style), 0);
    if (x > left && x + width > right) [x, y] = [left, y + LINE];
    for (const { text, style } of word) {
      if (text.trimEnd()) paper.text(x, y, text.trimEnd(), style);
      x += widthOf(text, style);
    }
  }
  return y;
}

function toWords(parts: readonly StyledText[]): StyledText[][] {
  const words: StyledText[][] = [[]];
  for (const { text, style } of parts)
    for (const piece of text.split(/(?<= )/)) {
      words.at(-1)!.push({ text: piece, style });
      if (piece.endsWith(' ')) words.push([]);
    }
  return words;
}
