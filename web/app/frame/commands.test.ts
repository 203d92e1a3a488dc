import { describe, expect, it } from 'vitest';
import { COMMANDS, findCommands } from './commands';

const found = (typed: string, role: Parameters<typeof findCommands>[1] = 'administrator') =>
  findCommands(typed, role).map(({ name }) => name);

describe('what can be done', () => {
  it.each([
    ['quota', 'Set targets'],
    ['forecast', 'Look ahead: pipeline'],
    ['holiday', 'Setup: holidays and days off'],
    ['password', 'Your password and devices'],
    ['close', 'Month end: close a month'],
  ])('is found by “%s”', (typed, name) => expect(found(typed)).toContain(name));

  it('is only what a role has', () => {
    expect(found('invite', 'salesperson')).toEqual([]);
    expect(found('book a deal', 'viewer')).toEqual([]);
    expect(found('password', 'viewer')).toEqual(['Your password and devices']);
    expect(findCommands('', undefined).map(({ name }) => name)).not.toContain('Book a deal');
  });

  it('has a name of its own each', () => {
    expect(new Set(COMMANDS.map(({ name }) => name)).size).toBe(COMMANDS.length);
  });
});
