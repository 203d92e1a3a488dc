import { expect, test } from '@playwright/test';
import { signIn } from './actions';

test('signing in says what is wrong, then leads to where the link pointed', async ({ page }) => {
  await page.goto('/standing?unit=s-deck&period=FY2027-Q2');
  await page.getByLabel('E-mail').fill('marit@harrow-tide.example');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('E-mail or password is not right');
  await page.getByLabel('Password').fill('rung-by-rung');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Deck & rigging');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Q2 of FY 2027');
});

test('the branch and the running month are said in a sentence, figures, path and table', async ({
  page,
}) => {
  await signIn(page);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    /Saltmarsh branch has booked €\d+k of its €\d+k November target\. That is \d+% of target, against 62% of the working days gone/,
  );
  await expect(page.getByText('booked, 1–18 Nov 2026')).toBeVisible();
  await expect(page.getByRole('img', { name: /Cumulative path/ })).toBeVisible();
  const table = page.getByRole('table', { name: /Ranking of Saltmarsh/ });
  await expect(table.getByRole('row')).toHaveCount(8);
  await expect(table.getByRole('row').nth(1)).toContainText('Ilse Varga');
});

test('unit and period change by mouse and live in the address', async ({ page }) => {
  await signIn(page);
  await page.getByRole('treeitem', { name: /Engines/ }).click();
  await expect(page).toHaveURL(/unit=s-engines/);
  await page.getByRole('button', { name: /October 2026/ }).click();
  await expect(page).toHaveURL(/period=FY2027-P07/);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/Engines (ended|has made)/);
  await page.getByRole('button', { name: /Q2 of FY 2027/ }).click();
  await expect(page).toHaveURL(/period=FY2027-Q2/);
  const [may, august] = [
    page.getByRole('button', { name: /May 2026/ }),
    page.getByRole('button', { name: /August 2026/ }),
  ];
  await may.hover();
  await page.mouse.down();
  await august.hover();
  await page.mouse.up();
  await expect(page).toHaveURL(/period=FY2027-P02\.\.FY2027-P05/);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('May to August 2026');
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('May to August 2026');
  await page.getByRole('button', { name: 'FY 2027', exact: true }).click();
  await expect(page).toHaveURL(/period=FY2027(&|$)/);
});

test('what the pointer rests on is there before it is chosen, and asked for once', async ({
  page,
}) => {
  await signIn(page);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Saltmarsh');
  const asked: string[] = [];
  page.on('request', (request) => {
    if (request.url().includes('/attainment?')) asked.push(request.url());
  });
  const answered = page.waitForResponse((answer) =>
    /\/attainment\?.*unit=s-engines/.test(answer.url()),
  );
  await page.getByRole('treeitem', { name: /Engines/ }).hover();
  await (await answered).finished();
  await page.getByRole('treeitem', { name: /Engines/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Engines');
  expect(asked).toHaveLength(1);
  const month = page.waitForResponse((answer) =>
    /\/attainment\?.*period=FY2027-P07/.test(answer.url()),
  );
  await page.getByRole('button', { name: /October 2026/ }).hover();
  await month;
  // The place is still the one that was chosen.
  await expect(page).toHaveURL(/unit=s-engines/);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('November');
});

test('unit and period change by keyboard', async ({ page }) => {
  await signIn(page);
  await page.getByRole('treeitem', { name: /Saltmarsh/ }).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/unit=ivarga/);
  await page.getByRole('treeitem', { name: /Engines/ }).click();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/unit=jreik/);
  await page
    .getByRole('region', { name: 'Year strip: when' })
    .getByRole('button', { name: /November 2026/ })
    .focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page).toHaveURL(/period=FY2027-P07/);
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(page).toHaveURL(/period=FY2027-P06\.\.FY2027-P07/);
  await page.locator('body').press('/');
  await page.getByPlaceholder(/A person, a team/).fill('petra');
  await page.getByRole('option', { name: /Petra Lind/ }).click();
  await expect(page).toHaveURL(/unit=plind/);
});

test('the strip shows the year a week or a span of days lies in', async ({ page }) => {
  await signIn(page);
  const year = page
    .getByRole('region', { name: 'Year strip: when' })
    .getByRole('button', { name: /^FY/ });
  await expect(year).toHaveText('FY 2027');
  for (const [period, shown] of [
    ['2026-W10', 'FY 2026'],
    ['2026-02-02..2026-02-13', 'FY 2026'],
    ['2026-W46', 'FY 2027'],
  ] as const) {
    await page.goto(`/standing?unit=saltmarsh&period=${period}`);
    await expect(year).toHaveText(shown);
  }
});

test('a figure opens to how it is made, and the path to its numbers', async ({ page }) => {
  await signIn(page);
  await page.getByRole('definition').nth(2).getByRole('button').click();
  await expect(
    page.getByText(/due by today = target × share of working days gone = €.* × 13 \/ 21/),
  ).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Show as table' }).click();
  await expect(
    page.getByRole('region', { name: 'Path through November 2026 as table' }).getByRole('row'),
  ).toHaveCount(31);
});

test('what a person may not see does not exist for them', async ({ page }) => {
  await signIn(page, 'ilse');
  await expect(page.getByRole('treeitem')).toHaveCount(1);
  await page.goto('/standing?unit=plind&period=FY2027-P08');
  await expect(page.getByRole('alert')).toContainText('There is no unit "plind" that you may see');
  await page.goto('/standing?unit=ivarga&period=FY2027-P99');
  await expect(page.getByRole('alert').first()).toContainText('names no period');
});

test('a lost connection is said, and what was missed is caught up', async ({ page }) => {
  await signIn(page);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Saltmarsh');
  await page.route('**/api/v1/events', (route) => route.abort());
  await page.reload();
  await expect(page.getByText('The connection is lost')).toBeVisible();
  await page.unroute('**/api/v1/events');
  await expect(page.getByText('The connection is lost')).toBeHidden({ timeout: 15_000 });
});
