import { describe, expect, it } from 'vitest';
import { openMemory } from '#tests/memoryPaper';
import { widthOf } from './fonts';
import { drawSentence, MARGIN } from './pageHead';

const style = { size: 14, weight: 'bold' as const };
const colored = { ...style, color: '#a00000' };

describe('the sentence of a page', () => {
  it('keeps a word and its full stop on one line, wherever the line ends', () => {
    const room = widthOf('many words before behind', style);
    for (let slack = -8; slack <= 8; slack++) {
      const paper = { ...openMemory(), width: room + slack + 2 * MARGIN };
      drawSentence(paper, [
        { text: 'many words before ', style },
        { text: 'behind', style: colored },
        { text: '. Then more.', style },
      ]);
      const [word] = paper.texts.filter(({ text }) => text === 'behind');
      const [stop] = paper.texts.filter(({ text }) => text === '.');
      expect(stop!.y).toBe(word!.y);
      expect(stop!.x).toBeCloseTo(word!.x + word!.width, 6);
      for (const { x, width } of paper.texts)
        expect(x + width).toBeLessThan(paper.width - MARGIN + 1e-6);
    }
  });

  it('says where it ends, and leaves room before its first word', () => {
    const paper = openMemory();
    expect(drawSentence(paper, [{ text: 'Short.', style }], 18)).toBe(paper.texts[0]!.y);
    expect(paper.texts[0]!.x).toBe(MARGIN + 18);
  });
});
