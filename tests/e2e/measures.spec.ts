import { expect, type Page, test } from '@playwright/test';
import { holdAnswers, listWrites, signIn } from './actions';

const cell = (page: Page, name: string) =>
  page.getByRole('gridcell', { name: new RegExp(`^${name}:`) });

test('a ratio is read in points against the target of the whole, with what it means', async ({
  page,
}) => {
  await signIn(page, 'admin', '/standing?period=FY2027-P08');
  await page.getByLabel('Measure', { exact: true }).selectOption('gross_margin');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    /gross margin.*of its 26.5% target.*can still change/,
  );
  await expect(page.getByRole('button', { name: /^[−+]\d\.\d points$/ }).first()).toBeVisible();
  await expect(page).toHaveURL(/measure=gross_margin/);
  await page.getByRole('button', { name: 'What Gross margin means' }).click();
  await expect(page.getByText('Both are added up first and divided last.')).toBeVisible();
  await page.keyboard.press('Escape');
  // Nobody has a pace of a ratio.
  await expect(page.getByText(/^pace \d/)).toHaveCount(0);
  await page.getByLabel('Measure', { exact: true }).selectOption('days_to_close');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    /days to close.*of its 38 days limit/,
  );
});

test('a measure of one’s own is defined, typed in by month and day, read in Standing, and computed anew as a version', async ({
  page,
}) => {
  const code = `visits_${Date.now() % 1_000_000}`;
  await signIn(page, 'admin', '/setup/measures');
  await page.getByRole('button', { name: 'New measure…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(dialog.getByRole('textbox', { name: 'Name' })).toHaveAttribute(
    'aria-invalid',
    'true',
  );
  await dialog.getByRole('textbox', { name: 'Name' }).fill('Visits');
  await dialog.getByLabel('Code, as it stands in files').fill(code);
  await dialog.getByLabel('Description, shown wherever it is read').fill('Visits to yards.');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Visits is added.').first()).toBeVisible();

  await page.goto(`/deals/activities?unit=s-deck&period=FY2027-P08&measure=${code}`);
  await cell(page, 'Ilse Varga, Mon 2 Nov 2026').click();
  await page.keyboard.type('3');
  await page.keyboard.press('Tab');
  await page.keyboard.type('4');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Deck & rigging, Tue 3 Nov 2026')).toHaveText('4');
  await page.getByRole('button', { name: 'Months' }).click();
  await expect(cell(page, 'Ilse Varga, November 2026')).toHaveText('7');
  await cell(page, 'Ilse Varga, November 2026').click();
  await page.keyboard.press('Enter');
  await expect(
    page.getByText('Single days have values here; open the month by days').first(),
  ).toBeVisible();
  await cell(page, 'Noor Kassem, October 2026').click();
  await page.keyboard.type('many');
  await page.keyboard.type('12');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Deck & rigging, October 2026')).toHaveText('12');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell(page, 'Deck & rigging, October 2026')).toHaveText('');

  await page.goto(`/standing?unit=s-deck&period=FY2027-P08&measure=${code}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    'has reached 7 visits in November. It has no target',
  );

  await page.goto('/setup/measures');
  const row = page
    .getByRole('row')
    .filter({ hasText: 'Visits' })
    .filter({ hasText: 'summed' })
    .last();
  await row.getByRole('button', { name: 'Change…' }).click();
  await dialog.getByLabel('Over a longer period').selectOption('last');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByText('This makes version 2.')).toBeVisible();
  await expect(dialog.getByText(/It is used by 2 typed-in values/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Make version 2' }).click();
  await expect(page.getByText('Visits is computed anew, as version 2.').first()).toBeVisible();
  await page.goto(`/standing?unit=s-deck&period=FY2027-P08&measure=${code}@2`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('has 4 visits in November');
});

test('activities come from a file, and refusals name line and column', async ({ page }) => {
  await signIn(page, 'marit', '/deals/activities?period=FY2027-P08');
  await page.getByRole('button', { name: 'Import…' }).click();
  const upload = (text: string) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name: 'activities.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await upload(
    'unit,on,measure,value\nivarga,2026-11-14,calls_made,7\nivarga,2026-11-13,calls_made,x\n',
  );
  const refused = page.getByRole('region', { name: 'Refused rows' });
  await expect(refused.getByRole('row').last()).toHaveText(/^3valueIs not an amount/);
  await expect(refused.getByRole('textbox', { name: 'value of line 3' })).toHaveValue('x');
  await expect(page.getByRole('button', { name: 'Import all rows' })).toBeDisabled();
  await upload('unit,on,measure,value\nivarga,2026-11-14,calls_made,7\n');
  await page.getByRole('button', { name: 'Import all rows' }).click();
  await expect(cell(page, 'Ilse Varga, Sat 14 Nov 2026')).toHaveText('7');
});

test('totals from before are typed by month, counted, said, and locked where there are deals', async ({
  page,
}) => {
  await signIn(page, 'admin', '/deals/activities?period=FY2023');
  await page.getByLabel('What is typed in').selectOption({ label: 'Revenue' });
  await cell(page, 'Key accounts, May 2022').click();
  await page.keyboard.type('250,000');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Harrow & Tide, May 2022')).toHaveText('250,000');
  await cell(page, 'Fleet buyers, May 2022').click();
  await page.keyboard.press('Enter');
  await expect(
    page.getByText('A unit above or below has a total of this month').first(),
  ).toBeVisible();
  await page.goto('/standing?unit=key&period=FY2023-P02');
  await expect(
    page.getByText('€250,000 of it is a total from before (1–31 May 2022)'),
  ).toBeVisible();
  await page.goto('/deals/activities?unit=saltmarsh&period=FY2027&total=revenue');
  await cell(page, 'Saltmarsh branch, June 2026').click();
  await page.keyboard.press('Enter');
  await expect(
    page.getByText('Deals are booked in this month; a total counts only').first(),
  ).toBeVisible();
});

test('what is typed before the values of another measure are there goes to neither', async ({
  page,
}) => {
  await signIn(page, 'admin', '/deals/activities?period=FY2023');
  const before = cell(page, 'Key accounts, June 2022');
  await expect(before).toBeVisible();
  const held = await holdAnswers(page, '**/api/v1/activities?*');
  const saved = listWrites(page);
  await page.getByLabel('What is typed in').selectOption({ label: 'Revenue' });
  await expect(page.locator('[aria-busy=true]').filter({ has: before })).toBeVisible();
  await before.focus();
  await page.keyboard.type('777');
  await page.keyboard.press('Enter');
  held.release();
  await expect(page.getByRole('grid', { name: /^Revenue of/ })).toBeVisible();
  await expect(cell(page, 'Key accounts, June 2022')).toHaveText('');
  expect(saved).toEqual([]);
});

test('who may not change measures, or type values, is not offered it', async ({ page }) => {
  await signIn(page, 'viewer', '/setup/measures');
  await expect(page.getByRole('table', { name: 'Measures' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'New measure…' })).toHaveCount(0);
  await page.goto('/deals/activities?period=FY2027-P08');
  await cell(page, 'Aoife Halloran, Mon 2 Nov 2026').click();
  await page.keyboard.type('5');
  await expect(
    page.getByText('Your role may read values, not type them in.').first(),
  ).toBeVisible();
});
