import { describe, expect, it } from 'vitest';
import type { TargetCell, TargetGrid, TargetRow } from '#contract/schemas/target';
import { buildSheet, cellAt, originWords, ownValue, whyLocked } from './sheet';

const cell = (over: Partial<TargetCell> = {}): TargetCell => ({
  value: 100, origin: 'set', sharedFrom: null, floor: null, stretch: null, missing: 0, notHandedOut: null, handedOut: null, version: 1, active: true, lastYear: 0, ...over,
});
const row = (code: string, kind: TargetRow['unit']['kind'], depth: number, over: Partial<TargetCell> = {}): TargetRow => ({
  unit: { id: depth, code, name: code, kind }, depth, cells: Array.from({ length: 17 }, () => cell(over)),
});
const names = ['April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December', 'January', 'February', 'March'];
const grid: TargetGrid = {
  unit: { id: 1, code: 'salt', name: 'Saltmarsh', kind: 'branch' }, currency: 'EUR', mayWrite: true,
  measure: { code: 'revenue', name: 'Revenue', unit: 'money' },
  periods: [
    ...names.map((name, i) => ({ id: `FY2027-P${String(i + 1).padStart(2, '0')}`, kind: 'month' as const, name: `${name} 2026`, from: '', last: '' })),
    ...[1, 2, 3, 4].map((q) => ({ id: `FY2027-Q${q}`, kind: 'quarter' as const, name: `Q${q} of FY 2027`, from: '', last: '' })),
    { id: 'FY2027', kind: 'year' as const, name: 'FY 2027', from: '', last: '' },
  ],
  rows: [row('salt', 'branch', 0), row('deck', 'team', 1), row('iv', 'salesperson', 2)],
};

describe('the sheet', () => {
  it.each([['FY2027-P08', 'Oct Nov Dec Quarter'], ['FY2027-Q3', 'Oct Nov Dec Quarter'], ['FY2027-P01', 'Apr May Jun Quarter']])('of %s is its quarter', (period, columns) => {
    const sheet = buildSheet(grid, period);
    expect(sheet.columns.map((column) => column.name).join(' ')).toBe(columns);
    expect(sheet.total.kind).toBe('quarter');
  });

  it.each(['FY2027', 'FY2027-P02..FY2027-P05'])('of %s is the whole year, adding up at its end', (period) => {
    const sheet = buildSheet(grid, period);
    expect(sheet.columns).toHaveLength(17);
    expect(sheet.columns.map((column) => column.name).slice(0, 5)).toEqual(['Apr', 'May', 'Jun', 'Q1', 'Jul']);
    expect(sheet.total.name).toBe('Year');
  });

  it('keeps the unit itself as the last line', () => {
    const sheet = buildSheet(grid, 'FY2027-Q3');
    expect(sheet.rows.map((each) => each.unit.code)).toEqual(['deck', 'iv', 'salt']);
    expect(sheet.ownRow).toBe(2);
    expect(cellAt(sheet, 2, 0)).toBe(grid.rows[0]!.cells[6]);
  });

  it('does not take the sum of those below for the own target', () => {
    expect(ownValue(cell({ origin: 'addedOverPeople' }))).toBeNull();
    expect(ownValue(cell({ origin: 'sharedOverTime', value: 7 }))).toBe(7);
  });

  it('says why a cell cannot be typed into', () => {
    const locked = (over: Partial<TargetCell>, mayWrite = true) => whyLocked(buildSheet({ ...grid, rows: [row('salt', 'branch', 0, over)] }, 'FY2027-Q3'), 0, 0, mayWrite);
    expect(locked({})).toBeNull();
    expect(locked({}, false)).toContain('read targets, not set');
    expect(locked({ active: false })).toContain('not stand in the tree');
    expect(locked({ origin: 'addedOverTime' })).toContain('sum of its shorter periods');
    expect(locked({ origin: 'addedOverPeople' })).toBeNull();
  });

  it('says where a value comes from', () => {
    expect(originWords(cell({ origin: 'sharedOverTime', sharedFrom: 'FY2027' }))).toBe('shared out by working days from FY2027');
    expect(originWords(cell({ origin: 'addedOverPeople', missing: 2 }))).toBe('added up over people, 2 missing');
  });
});
