import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  always,
  buildSampleDataset,
  SAMPLE_MEMBERSHIPS,
  SAMPLE_UNITS,
} from '#core/dataset/sampleDataset';
import { openMemory } from '#tests/memoryPaper';
import type { Scope } from '../access/index';
import { viewStanding } from '../attainment/index';
import { drawStanding, PAGE } from './drawStanding';
import { fit, widthOf, wrap } from './fonts';
import type { PrintedStanding } from './printedStanding';
import { openSvg } from './svgPaper';

function view(people: number, unitId = 1) {
  const units = [
    ...SAMPLE_UNITS.slice(0, 4),
    ...Array.from({ length: people }, (_, index) => ({
      id: 100 + index,
      code: `p${index}`,
      name: `Person ${index} of a rather long name`,
      kind: 'salesperson' as const,
    })),
  ];
  const memberships = [
    ...SAMPLE_MEMBERSHIPS.slice(0, 4),
    ...Array.from({ length: people }, (_, index) => always(100 + index, 3)),
  ];
  const booked = Array.from({ length: people }, (_, index) => ({
    salespersonId: 100 + index,
    amount: 1_000 * (index + 1),
    on: '2026-11-03',
  }));
  const targets = Array.from({ length: people }, (_, index) => ({
    unitId: 100 + index,
    periodId: 'FY2027-P08',
    target: 50_000,
  }));
  const dataset = buildSampleDataset({ asOf: '2026-11-18', units, memberships, booked, targets });
  return viewStanding(
    { dataset, isWhole: true } as Scope,
    dataset.tree.find(unitId)!,
    dataset.calendar.parse('FY2027-P08')!,
    'revenue',
    dataset.sums.newestDay,
  );
}

const printed = (of: ReturnType<typeof view>, notes: PrintedStanding['notes'] = []) => ({
  view: of,
  notes,
  timeZone: 'Europe/Amsterdam',
});
const note = (unit: string, text: string) =>
  ({
    unit: { code: unit, name: unit },
    measure: 'revenue',
    period: { name: 'November 2026' },
    slice: null,
    text,
    author: { id: 1, name: 'Marit Solberg' },
    at: '2026-11-17T10:00:00Z',
    assignee: null,
    replies: [],
  }) as unknown as PrintedStanding['notes'][number];

describe('a printed standing', () => {
  it('has the notes at its foot, numbered as at the names they are about', () => {
    const paper = openMemory();
    drawStanding(paper, printed(view(3), [note('p2', 'late fair'), note('salt', 'rain')]));
    const words = paper.texts.map(({ text }) => text);
    expect(words).toContain('[1] p2, November 2026: late fair (Marit Solberg, 17 Nov 2026)');
    expect(words.filter((text) => text.startsWith('[1] Person 2'))).toHaveLength(2);
  });

  it('says how many notes it has no room for', () => {
    const paper = openMemory();
    drawStanding(
      paper,
      printed(
        view(12),
        Array.from({ length: 30 }, (_, index) => note('p1', `note ${index}`)),
      ),
    );
    const words = paper.texts.map(({ text }) => text);
    expect(words).toContain('22 more notes in Iron Ladder.');
    expect(words.filter((text) => /^\[\d+\] /.test(text))).toHaveLength(8);
    for (const { x, y, width } of paper.texts)
      expect(x >= 0 && x + width <= PAGE.width + 0.5 && y <= PAGE.height).toBe(true);
  });

  it.each([0, 1, 3, 12, 40, 300])(
    'of %i people stays on its page, with no line over another',
    (people) => {
      const paper = openMemory();
      drawStanding(paper, printed(view(people)));
      for (const { x, y, text, width } of paper.texts) {
        expect([
          text,
          x >= 0 && x + width <= PAGE.width + 0.5 && y > 0 && y <= PAGE.height,
        ]).toEqual([text, true]);
      }
      const places = new Set(paper.texts.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`));
      expect(places.size).toBe(paper.texts.length);
    },
  );

  it.each([3, 40])(
    'of %i people closes its list with all others and the whole (GUARDS 16)',
    (people) => {
      const paper = openMemory();
      const of = view(people);
      drawStanding(paper, printed(of));
      const words = paper.texts.map(({ text }) => text);
      expect(words).toContain(`All ${people}`);
      const named = of.rankings.filter((place) =>
        words.some((text) => text.startsWith(place.unit.name.slice(0, 10))),
      ).length;
      const others = words.map((text) => /^All others \((\d+)\)$/.exec(text)?.[1]).find(Boolean);
      if (people > 20) expect(Number(others)).toBeGreaterThan(0);
      else expect([named, others]).toEqual([people, undefined]);
    },
  );

  it('has every word of the sentence and every definition', () => {
    const paper = openMemory();
    const of = view(3);
    drawStanding(paper, printed(of));
    const words = paper.texts.map(({ text }) => text).join(' ');
    for (const word of of.sentence.flatMap((part) => part.text.split(' ')).filter(Boolean))
      expect(words).toContain(word);
    for (const begin of ['Revenue:', 'Attainment:', 'Status:', 'Pace:', 'As of 18 Nov 2026'])
      expect(words).toContain(begin);
  });
});

describe('letters', () => {
  const style = { size: 9 };
  const sentence = fc
    .array(fc.stringMatching(/^[A-Za-z€,.]{1,14}$/), { minLength: 1, maxLength: 30 })
    .map((words) => words.join(' '));

  it('are broken between words, with none lost', () => {
    fc.assert(
      fc.property(sentence, fc.integer({ min: 90, max: 400 }), (text, width) => {
        const lines = wrap(text, width, style);
        expect(lines.join(' ')).toBe(text);
        for (const line of lines)
          if (line.includes(' ')) expect(widthOf(line, style)).toBeLessThanOrEqual(width);
      }),
    );
  });

  it('are cut to their room, with a sign that something is missing', () => {
    fc.assert(
      fc.property(sentence, fc.integer({ min: 20, max: 200 }), (text, width) => {
        const shown = fit(text, width, style);
        if (shown === text) {
          expect(widthOf(text, style)).toBeLessThanOrEqual(width);
          return;
        }
        expect(shown.endsWith('…')).toBe(true);
        expect(text.startsWith(shown.slice(0, -1))).toBe(true);
      }),
    );
  });

  it('of a name cannot become a part of the picture', () => {
    const svg = openSvg(100, 100);
    svg.text(1, 1, '<script>"&\'</script>', { size: 8 });
    expect(svg.toSvg()).not.toContain('<script');
    expect(svg.toSvg()).toContain('&#60;script&#62;&#34;&#38;');
  });
});
