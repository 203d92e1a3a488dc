import { expect, test, type Page } from '@playwright/test';
import { signIn } from './actions';

const cell = (page: Page, name: string) => page.getByRole('gridcell', { name: new RegExp(`^${name}:`) });
const valueOf = async (page: Page, name: string) => Number((await cell(page, name).innerText()).replace(/\D/g, ''));

test('a typed target adds up to quarter, team and branch at once, and undo takes it back', async ({ page }) => {
  await signIn(page, 'marit', '/plan?period=FY2027-Q4');
  const [team, quarter] = [await valueOf(page, 'Deck & rigging, January 2027'), await valueOf(page, 'Noor Kassem, Q4 of FY 2027')];
  const before = await valueOf(page, 'Noor Kassem, January 2027');
  await cell(page, 'Noor Kassem, January 2027').click();
  await page.keyboard.type(String(before + 5000));
  await page.keyboard.press('Enter');
  await expect.poll(() => valueOf(page, 'Deck & rigging, January 2027')).toBe(team + 5000);
  expect(await valueOf(page, 'Noor Kassem, Q4 of FY 2027')).toBe(quarter + 5000);
  await expect(page.getByRole('row', { name: /Not handed out/ })).toContainText('5,000');
  await expect(cell(page, 'Rui Falcao, January 2027')).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect.poll(() => valueOf(page, 'Noor Kassem, January 2027')).toBe(before);
  await page.keyboard.press('Control+y');
  await expect.poll(() => valueOf(page, 'Noor Kassem, January 2027')).toBe(before + 5000);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => valueOf(page, 'Noor Kassem, January 2027')).toBe(before);
});

test('a block from a spreadsheet is pasted whole, or not at all', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await signIn(page, 'marit', '/plan?period=FY2027-Q4');
  const paste = async (text: string) => {
    await page.evaluate((block) => navigator.clipboard.writeText(block), text);
    await cell(page, 'Jonas Reik, January 2027').click();
    await page.keyboard.press('Control+v');
  };
  const before = await valueOf(page, 'Jonas Reik, January 2027');
  await paste('70,000\t71,000\t72,000\n60k\tseventy\t62000\n');
  await expect(page.getByText('“seventy” is not an amount').first()).toBeVisible();
  expect(await valueOf(page, 'Jonas Reik, January 2027')).toBe(before);
  await paste('1\t2\t3\t4\t5');
  await expect(page.getByText('The block has 5 columns, but only 4 are left from here').first()).toBeVisible();
  await paste('70,000\t71,000\t72,000\n60k\t61k\t62000\n');
  await expect.poll(() => valueOf(page, 'Mina Okafor, March 2027')).toBe(62_000);
  expect(await valueOf(page, 'Jonas Reik, Q4 of FY 2027')).toBe(213_000);
  await page.keyboard.press('Control+z');
  await expect.poll(() => valueOf(page, 'Jonas Reik, January 2027')).toBe(before);
});

test('a zero too many is pointed out', async ({ page }) => {
  await signIn(page, 'marit', '/plan?period=FY2027-Q4');
  await cell(page, 'Petra Lind, February 2027').click();
  await page.keyboard.type('480000');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText(/Is this meant\? It is \d+ times the period before/)).toBeVisible();
  await page.keyboard.press('Control+z');
});

test('two managers at one cell: the later one sees both values and nothing is overwritten', async ({ page, browser }) => {
  await signIn(page, 'marit', '/plan?period=FY2027-Q4');
  const name = 'Tomas Brandt, March 2027';
  const before = await valueOf(page, name);
  // The second window does not hear of changes, as if its connection were slow.
  const other = await (await browser.newContext()).newPage();
  await other.route('**/api/v1/events', (route) => route.abort());
  await signIn(other, 'admin', '/plan?period=FY2027-Q4&unit=saltmarsh');
  await expect(cell(other, name)).toBeVisible();
  await cell(page, name).click();
  await page.keyboard.type('91000');
  await page.keyboard.press('Enter');
  await expect.poll(() => valueOf(page, name)).toBe(91_000);
  await cell(other, name).click();
  await other.keyboard.type('77000');
  await other.keyboard.press('Enter');
  await expect(other.getByText(/Someone changed .*: now 91000\.00, yours was 77000\.00/).first()).toBeVisible();
  expect(await valueOf(page, name)).toBe(91_000);
  await other.getByRole('button', { name: 'Use mine' }).click();
  await expect.poll(() => valueOf(page, name)).toBe(77_000);
  expect(before).not.toBe(77_000);
});

test('someone who may only read cannot type', async ({ page }) => {
  await signIn(page, 'viewer', '/plan?period=FY2027-Q4');
  await expect(page.getByText('read only')).toBeVisible();
  await cell(page, 'Ewa Kowal, January 2027').click();
  await page.keyboard.type('5');
  await expect(page.getByText('Your role may read targets, not set them.').first()).toBeVisible();
});
