import { expect, test } from '@playwright/test';
import { signIn } from './actions';

test('figures are shown in thousands and gaps in percent, and as before again', async ({
  page,
}) => {
  await signIn(page, 'viewer', '/setup/appearance');
  await page.getByLabel('Money in').selectOption('Thousands (k)');
  await page.getByLabel('Decimals').selectOption('1');
  const saved = page.waitForResponse(
    (answer) =>
      answer.request().method() === 'PUT' &&
      (answer.request().postData() ?? '').includes('"gap":"percent"'),
  );
  await page.getByLabel('Gap in').selectOption('Percent of the target');
  expect((await saved).ok()).toBe(true);
  await expect(page.getByText('€396,180.50 is shown as €396.2k.')).toBeVisible();
  await page.goto('/standing?unit=northgate&period=FY2027-P08');
  await expect(
    page
      .getByRole('main')
      .getByText(/^€\d+\.\dk$/)
      .first(),
  ).toBeVisible();
  const row = page
    .getByRole('table', { name: /Ranking of Northgate/ })
    .getByRole('row')
    .nth(1);
  await expect(row).toContainText(/\d\.\dk/);
  await expect(row).toContainText(/%[−+]?\d+\.\d%/);
  // It is the person's, not the browser's.
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(
    page
      .getByRole('main')
      .getByText(/^€\d+\.\dk$/)
      .first(),
  ).toBeVisible();
  await page.goto('/setup/appearance');
  await page.getByLabel('Money in').selectOption('Whole');
  await page.getByLabel('Decimals').selectOption('0');
  await page.getByLabel('Gap in').selectOption('Amount');
  await expect(page.getByText('is shown as €396,181.')).toBeVisible();
});

test('a picture enlarges, and each of its points is read by key', async ({ page }) => {
  await signIn(page, 'marit', '/standing?unit=saltmarsh&period=FY2027-P08');
  const picture = page.getByRole('group', { name: /^Path through November 2026/ });
  await picture.focus();
  await page.keyboard.press('Home');
  await expect(picture.getByRole('status')).toContainText('1 Nov');
  await page.keyboard.press('ArrowRight');
  await expect(picture.getByRole('status')).toContainText(/2 Nov.*Booked.*€.*Due.*€/s);
  await page.keyboard.press('Escape');
  await expect(picture.getByRole('status')).toBeEmpty();
  await page.getByRole('button', { name: 'Enlarge Path through November 2026' }).click();
  const large = page.getByRole('dialog').getByRole('group', { name: /^Path through/ });
  expect((await large.boundingBox())!.width).toBeGreaterThan(1_000);
  await large.focus();
  await page.keyboard.press('End');
  await expect(large.getByRole('status')).toContainText('30 Nov');
});

test('a scorecard is weighed, and says what its total goes by', async ({ page }) => {
  await signIn(page, 'marit', '/standing/scorecard?unit=saltmarsh&period=FY2027-P08');
  const card = page.getByRole('region', { name: 'Scorecard' });
  const total = card.getByRole('row').filter({ hasText: 'Weighted total' });
  await expect(total).toContainText(/of target/);
  await card.getByLabel('Weight of Revenue').fill('60');
  await card.getByLabel('Weight of Revenue').press('Enter');
  await expect(page).toHaveURL(/weights=revenue%3A60/);
  await expect(total).toContainText('66');
  await page.reload();
  await expect(card.getByLabel('Weight of Revenue')).toHaveValue('60');
});

test('Standing, Ladder and Plan are read in German, with its numbers and dates', async ({
  page,
}) => {
  await signIn(page, 'marit', '/setup/appearance');
  await page.getByLabel('Language').selectOption('Deutsch');
  await expect(page.locator('html')).toHaveAttribute('lang', 'de-DE');
  await page.goto('/standing?unit=saltmarsh&period=FY2027-P08');
  const main = page.getByRole('main');
  await expect(main.getByRole('heading', { level: 1 })).toContainText(
    /hat .*€ von .*€ für November gebucht\. Das sind \d+\s% des Ziels bei \d+\s% der Arbeitstage/,
  );
  await expect(main).toContainText(/\d{3}\.\d{3}\s€/);
  await expect(main.getByRole('table', { name: /^Rangliste von/ })).toBeVisible();
  await page.goto('/ladder?unit=saltmarsh&period=FY2027-P08');
  await expect(main.getByRole('columnheader', { name: 'Abweichung' })).toBeVisible();
  await page.goto('/plan?unit=saltmarsh&period=FY2027-P08');
  await expect(main.getByRole('heading', { name: 'Geht es auf?' })).toBeVisible();
  await page.goto('/setup/appearance');
  await page.getByLabel('Language').selectOption('English');
  await expect(page.locator('html')).toHaveAttribute('lang', 'en-GB');
});

test('English with dates and numbers of another region', async ({ page }) => {
  await signIn(page, 'marit', '/setup/appearance');
  await page.getByLabel('Dates and numbers as in').selectOption('US');
  await expect(page.locator('html')).toHaveAttribute('lang', 'en-US');
  await page.goto('/standing?unit=saltmarsh&period=FY2027-P08');
  await expect(page.getByRole('main')).toContainText('Nov 1–18, 2026');
});
