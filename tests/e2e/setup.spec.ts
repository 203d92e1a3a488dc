import { expect, type Page, test } from '@playwright/test';
import AxeBuilder from 'axe-core';
import { signIn } from './actions';
import { findViolations } from './axe';
import { EMPTY_PORT } from './ports';

const VIEWS = [
  '/standing?unit=saltmarsh',
  '/standing',
  '/standing/parts?unit=saltmarsh',
  '/standing/parts?period=FY2027&added=up',
  '/standing/scorecard',
  '/standing/pairs',
  '/standing/ahead?unit=saltmarsh',
  '/profile?unit=ivarga',
  '/profile?unit=saltmarsh',
  '/ladder?unit=saltmarsh',
  '/ladder?by=growth&level=team',
  '/setup/status',
  '/setup/boards',
  '/plan?unit=saltmarsh&period=FY2027-Q3',
  '/plan?unit=saltmarsh&period=FY2027-P08&by=days',
  '/plan?unit=northgate&period=FY2027-Q3&by=weeks&in=GBP',
  '/standing?measure=days_to_close',
  '/deals/activities?unit=saltmarsh&measure=calls_made',
  '/deals?unit=saltmarsh',
  '/deals?unit=saltmarsh&by=product',
  '/deals/pipeline?unit=saltmarsh',
  '/deals/customers',
  '/deals/customers/1',
  '/deals/to-fix',
  '/deals/changes',
  '/deals?import=made',
  '/deals?book=new',
  '/deals?import=deals',
  '/setup',
  '/setup/people',
  '/setup/measures',
  '/setup/lists',
  '/setup/rates',
  '/setup/feeds',
  '/setup/files',
  '/setup/access',
];

/** By light every rule; by dark, where only colours differ, those of colours. */
async function expectAccessible(page: Page): Promise<void> {
  await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'light');
  await page.evaluate(AxeBuilder.source);
  expect(await findViolations(page, null)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' });
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  expect(await findViolations(page, ['color-contrast', 'link-in-text-block'])).toEqual([]);
}

test('axe finds nothing on any view, in both themes', async ({ page }) => {
  test.setTimeout(300_000);
  await page.goto('/sign-in');
  await expect(page.getByLabel('E-mail')).toBeVisible();
  await expectAccessible(page);
  await signIn(page, 'admin');
  for (const path of VIEWS) {
    await page.goto(path);
    await expect(
      page
        .getByRole('tree', { name: 'Units', includeHidden: true })
        .getByRole('treeitem', { includeHidden: true })
        .first(),
    ).toBeAttached();
    await expect(page.getByRole('status').filter({ hasText: 'Loading' })).toHaveCount(0);
    await expectAccessible(page);
  }
});

test('a script signs in with a token that is shown once and can be revoked', async ({
  page,
  playwright,
  baseURL,
}) => {
  await signIn(page, 'marit', '/setup/access');
  await page.getByLabel('New token for').fill('nightly report');
  await page.getByRole('button', { name: 'Make a token' }).click();
  const secret = await page.getByLabel('The new token').inputValue();
  const script = await playwright.request.newContext({
    baseURL,
    extraHTTPHeaders: { authorization: `Bearer ${secret}` },
  });
  const answer = await script.get('/api/v1/attainment?unit=saltmarsh&period=FY2027-P08');
  expect((await answer.json()).unit.code).toBe('saltmarsh');
  expect((await script.get('/api/v1/attainment?unit=northgate&period=FY2027-P08')).status()).toBe(
    404,
  );
  await page.reload();
  await expect(page.getByText(secret)).toHaveCount(0);
  await page
    .getByRole('listitem')
    .filter({ hasText: 'nightly report' })
    .getByRole('button', { name: 'Revoke' })
    .click();
  await expect(page.getByText('You have none.')).toBeVisible();
  expect((await script.get('/api/v1/session')).status()).toBe(401);
});

test('a person is moved from a day on by keyboard, after what it means is said, and leaves', async ({
  page,
}, { retry }) => {
  await signIn(page, 'admin', '/setup/people');
  await page.getByLabel('Find a unit').fill('Emil Vos');
  await page.getByRole('button', { name: 'Move… Emil Vos' }).press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Part of' }).press('Enter');
  await page.getByPlaceholder('Type to find').fill(retry === 0 ? 'Fleet buyers' : 'Yards');
  await page.getByRole('option', { name: retry === 0 ? /Fleet buyers/ : /Yards/ }).click();
  await dialog.getByLabel('From').fill(retry === 0 ? '2026-11-01' : '2026-11-02');
  await dialog.getByLabel('Why?').fill('covers a colleague');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText(/in the new place from then on|No booked deal/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Move', exact: true }).press('Enter');
  await expect(page.getByText('Emil Vos is moved.').first()).toBeVisible();
  await expect(page.getByRole('row').filter({ hasText: 'Emil Vos' })).toContainText(
    'from 2026-11-0',
  );
});

test('the first run creates company, calendar, administrator and units; then people can be added and deals booked', async ({
  page,
}) => {
  await page.goto(`http://localhost:${EMPTY_PORT}/`);
  await expect(page.getByRole('heading', { name: 'Set up Iron Ladder' })).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Pine Harbour');
  await page.getByLabel('Reporting currency').fill('XXY');
  await page.getByLabel('The fiscal year starts').selectOption('July');
  await page.getByLabel('Your name').fill('Ada Marsh');
  await page.getByLabel('E-mail').fill('ada@pine.example');
  await page.getByLabel('Password').fill('short');
  await page.getByLabel(/First branches/).fill('East pier\nWest pier');
  await page.getByRole('button', { name: 'Create the company' }).click();
  await expect(page.getByText('At least 10 characters.', { exact: true })).toBeVisible();
  await page.getByLabel('Password').fill('long enough now');
  await page.getByRole('button', { name: 'Create the company' }).click();
  await expect(page.getByText('Is not a currency code')).toBeVisible();
  await page.getByLabel('Reporting currency').fill('SEK');
  await page.getByRole('button', { name: 'Create the company' }).click();
  await expect(page.getByRole('treeitem', { name: /East pier/ })).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Bo Lind');
  await page.getByLabel('Code').fill('blind');
  await page.getByRole('combobox', { name: 'Part of' }).click();
  await page.getByRole('option', { name: /East pier/ }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('treeitem', { name: /Bo Lind/ })).toBeVisible();
  await page.goto(`http://localhost:${EMPTY_PORT}/standing?unit=blind`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    'They have no target for this period',
  );
});

test('a rate is corrected after what it restates is said', async ({ page }, { retry }) => {
  await signIn(page, 'admin', '/setup/rates');
  await page.getByRole('button', { name: 'Correct GBP from 2024-10-01' }).click();
  const worth = page.getByLabel('Worth in EUR');
  await worth.fill('par');
  await page.getByRole('button', { name: 'Preview' }).click();
  await expect(page.getByText('Is not a rate. Write reporting units')).toBeVisible();
  await worth.fill(retry === 0 ? '1.2' : '1.3');
  await page.getByLabel('Why (needed for closed months)').fill('The bank’s rate was lower');
  await page.getByRole('button', { name: 'Preview' }).click();
  await expect(page.getByText(/^\d+ deals are restated; won revenue changes by \+€/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep the rate' }).click();
  await expect(page.getByText(/The rate is kept; \d+ deals are restated/).first()).toBeVisible();
  await expect(page.getByRole('list', { name: 'Rates' })).toContainText(
    retry === 0 ? 'from 2024-10-01 1.2' : 'from 2024-10-01 1.3',
  );
});

test('the end of a month is gone through: what to settle, the result, closed, and opened again', async ({
  page,
}) => {
  await signIn(page, 'admin', '/deals/month-end');
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toContainText(/October 2026/);
  await page.getByRole('combobox', { name: 'Month' }).selectOption({ label: 'April 2026' });
  await expect(heading).toContainText('April 2026');
  await expect(page.getByText(/Harrow & Tide ended April at €/)).toBeVisible();
  await page.getByRole('button', { name: 'Close April 2026' }).click();
  await expect(heading).toContainText('April 2026 is closed.');
  await page.getByRole('link', { name: 'Open it again in Setup' }).click();
  const row = page.getByRole('listitem').filter({ hasText: 'April 2026' });
  await row.getByRole('button', { name: 'Open again…' }).click();
  await page.getByLabel('Type its name: April 2026').fill('April 2026');
  await page.getByLabel('Why is it opened again?').fill('Tried out');
  await page.getByRole('button', { name: 'Open April 2026' }).click();
  await expect(row.filter({ hasText: 'closed by' })).toHaveCount(0);

  await page.context().clearCookies();
  await signIn(page, 'marit', '/deals/month-end');
  await expect(page.getByText('An administrator closes the month.')).toBeVisible();
  await page.getByRole('link', { name: 'Open the plan' }).click();
  await expect(page).toHaveURL(/\/plan\?.*period=FY2027-P08/);
});

test('what goes with the sample data is said before it goes, and a slip changes nothing', async ({
  page,
}) => {
  await signIn(page, 'admin', '/setup/company');
  await page.getByRole('link', { name: 'Begin with your own data…' }).click();
  await expect(
    page.getByText(/The demonstration goes: [\d,]+ deals of [\d,]+ customers/),
  ).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('East Pier');
  await page.getByLabel('Your name').fill('Bo Lind');
  await page.getByLabel('E-mail').fill('bo@eastpier.example');
  await page.getByLabel('Password').fill('short');
  await page.getByRole('button', { name: 'Create the company' }).click();
  await expect(page.getByText('At least 10 characters.', { exact: true })).toBeVisible();
  await page.getByRole('radio', { name: /People and setup stay/ }).check();
  await page.getByRole('button', { name: 'Put the sample data away' }).click();
  await expect(page.getByText('Write the name of your company.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to Setup' }).click();
  await expect(page.getByText('Harrow & Tide (demo)')).toBeVisible();
});
