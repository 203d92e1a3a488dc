import { expect, type Page, test } from '@playwright/test';
import { fillDeal, readAmount, signIn } from './actions';

const bookedOf = async (page: Page) =>
  readAmount(await page.getByRole('definition').first().innerText());

test('a deal booked in one window changes Standing in another by itself', async ({
  page,
  browser,
}) => {
  // Two windows, both in sight: a hidden one may be slowed down by the browser.
  const other = await (await browser.newContext()).newPage();
  await signIn(other);
  await signIn(page);
  await expect(other.getByRole('heading', { level: 1 })).toContainText('Saltmarsh');
  const before = await bookedOf(other);
  await page.locator('body').press('n');
  await fillDeal(page, '12,345');
  await page.getByRole('dialog').getByRole('button', { name: 'Book', exact: true }).click();
  await expect(page.getByText(/Booked\. Ilse Varga is at \d+%/).first()).toBeVisible();
  await expect(async () => expect(await bookedOf(other)).toBeCloseTo(before + 12_345, 0)).toPass();
});

test('faults stand at their fields and nothing typed is lost', async ({ page }) => {
  await signIn(page, 'marit', '/deals?book=new');
  await fillDeal(page, '12x');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Closed on').fill('2026-12-24');
  await dialog.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(dialog.getByText(/Is not an amount/)).toBeVisible();
  await expect(dialog.getByText(/Lies after today/)).toBeVisible();
  await expect(dialog.getByLabel('Amount')).toHaveValue('12x');
  await expect(dialog.getByLabel('Amount')).toHaveAttribute('aria-invalid', 'true');
});

test('a deal is edited, voided and brought back, with its history', async ({ page }, { retry }) => {
  const id = `E2E-${retry}`;
  await signIn(page, 'marit', '/deals?book=new');
  await fillDeal(page, '500');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Deal number').fill(id);
  await dialog.getByRole('button', { name: 'Book', exact: true }).click();
  const row = page.getByRole('row').filter({ hasText: id });
  await row.click();
  await dialog.getByLabel('Amount').fill('750.50');
  await dialog.getByLabel(/Why is it changed/).fill('typed wrong');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(row).toContainText('€750.50');
  await row.getByRole('gridcell').nth(1).focus();
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('Amount: 500.00 → 750.50')).toBeVisible();
  await dialog.getByRole('button', { name: 'Void this deal…' }).click();
  await dialog.getByLabel('Why is it voided?').fill('never happened');
  await dialog.getByRole('button', { name: 'Void the deal' }).click();
  await expect(row).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(row).toContainText('€750.50');
});

const HEADING = 'deal,salesperson,customer,amount,status,closed_on\n';

test('an import shows every refused row with line, column, value and reason, then takes all or nothing', async ({
  page,
}, { retry }) => {
  const [first, second] = [`I-1-${retry}`, `I-2-${retry}`];
  await signIn(page, 'marit', '/deals?import=deals');
  const dialog = page.getByRole('dialog');
  const choose = (csv: string) =>
    dialog
      .getByLabel('File to import')
      .setInputFiles({ name: 'deals.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await choose(
    `${HEADING}I-1,ivarga,Pike Boats,100,won,2026-11-02\nI-2,nobody,Pike Boats,100,won,2026-11-02\nI-3,ivarga,Pike Boats,1O0,won,2026-02-30\n`,
  );
  const refused = dialog.getByRole('region', { name: 'Refused rows' });
  const cell = (name: string) => refused.getByRole('textbox', { name });
  const rowOf = (name: string) =>
    refused.getByRole('row').filter({ has: page.getByRole('textbox', { name }) });
  await expect(cell('salesperson of line 3')).toHaveValue('nobody');
  await expect(rowOf('salesperson of line 3')).toContainText(
    'There is no salesperson with this code.',
  );
  await expect(cell('amount of line 4')).toHaveValue('1O0');
  await expect(rowOf('amount of line 4')).toContainText('Is not an amount.');
  await expect(cell('closed_on of line 4')).toHaveValue('2026-02-30');
  await expect(dialog.getByRole('button', { name: 'Import all rows' })).toBeDisabled();

  // Refused cells are corrected where they stand, and the file is read again with them.
  await cell('salesperson of line 3').fill('plind');
  await cell('amount of line 4').fill('100');
  await dialog.getByRole('button', { name: 'Check again' }).click();
  await expect(cell('closed_on of line 4')).toBeVisible();
  await expect(cell('salesperson of line 3')).toHaveCount(0);
  await cell('closed_on of line 4').fill('2026-02-27');
  await page.keyboard.press('Enter');
  await expect(refused).toHaveCount(0);
  await expect(dialog.getByRole('button', { name: 'Import all rows' })).toBeEnabled();
  await choose(
    `${HEADING}${first},ivarga,Pike Boats,100,won,2026-11-02\n${second},plind,Pike Boats,100,won,2026-11-02\n`,
  );
  await dialog.getByRole('button', { name: 'Import all rows' }).click();
  await expect(page.getByText('2 deals new, 0 changed, 0 as they were.').first()).toBeVisible();
  await page.getByLabel('Find in deals').fill(second);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row').filter({ hasText: second })).toBeVisible();
});

test('what was exported is read back unchanged', async ({ page }) => {
  await signIn(page, 'admin', '/setup/files');
  for (const kind of ['units', 'targets', 'deals']) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: `Export ${kind}` }).click(),
    ]);
    const path = await download.path();
    await page.getByRole('button', { name: `Import ${kind}` }).click();
    await page.getByRole('dialog').getByLabel('File to import').setInputFiles(path);
    await expect(
      page.getByRole('dialog').getByRole('button', { name: 'Nothing to change' }),
    ).toBeVisible({ timeout: 20_000 });
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).last().click();
  }
});

test('a closed month is corrected only with a reason, and the figure as closed stays beside it', async ({
  page,
}) => {
  await signIn(page, 'admin', '/setup');
  await page.getByLabel('Close a month that has ended').selectOption({ label: 'May 2026' });
  await page.getByRole('button', { name: 'Close it' }).last().click();
  await expect(page.getByText('May 2026 is closed.').first()).toBeVisible();
  await page.goto('/deals?unit=s-deck&period=FY2027-P02&book=new');
  const form = page.getByRole('dialog');
  await form.getByRole('combobox', { name: 'Salesperson' }).click();
  await page.getByRole('option', { name: 'Ilse Varga' }).click();
  await form.getByRole('combobox', { name: 'Customer' }).click();
  await page.getByPlaceholder('Type to find').fill('Late Boats');
  await page.getByRole('option', { name: /Late Boats/ }).click();
  await form.getByLabel('Amount').fill('1234');
  await form.getByLabel('Closed on').fill('2026-05-14');
  await form.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(form.getByText('May 2026 is closed: say why it is corrected.')).toBeVisible();
  await form.getByLabel('Why is a closed month corrected?').fill('the slip was found');
  await form.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(page.getByText('Booked.').first()).toBeVisible();
  await page.goto('/standing?unit=s-deck&period=FY2027-P02');
  await expect(page.getByText(/Closed at €.* corrected to €/)).toBeVisible();
  await page.getByRole('button', { name: /^\d+ corrections?$/ }).click();
  await expect(
    page.getByRole('dialog').getByRole('row').filter({ hasText: 'the slip was found' }).first(),
  ).toContainText('+€1,234');
});

test('the good rows of a file are taken alone, and the whole import is undone', async ({
  page,
}) => {
  const code = `G${Date.now()}`;
  await signIn(page, 'marit', '/deals?period=FY2027-P08&import=deals');
  const csv = `deal,salesperson,customer,amount,status,closed_on\n${code},ivarga,Good Boats,321,won,2026-11-05\n${code}b,nobody,Bad Boats,5,won,2026-11-05\n`;
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'mixed.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await page.getByRole('button', { name: 'Import the 1 good row only' }).click();
  await expect(page.getByText('1 refused row was left out.').first()).toBeVisible();
  await page.getByRole('button', { name: 'Imports and bulk edits…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Undo… mixed.csv' }).first().click();
  await dialog.getByLabel('Why is it undone?').fill('only a trial');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 voided, 0 put back.').first()).toBeVisible();
  await expect(dialog.getByText(/undone .* by Marit/).first()).toBeVisible();
});

test('a file of another form is matched by headings, people and names, read as it was before the next time, and taken', async ({
  page,
}, { retry }) => {
  const csv = (amount: string) =>
    [
      'Order No;Rep;Client;Value;State;Date',
      `MAP-${retry};Ilse Vargas;Pike Boats Ltd;${amount};Closed won;13.11.2026`,
    ].join('\n');
  const choose = (text: string) =>
    page
      .getByRole('dialog')
      .getByLabel('File to import')
      .setInputFiles({ name: 'orders.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await signIn(page, 'marit', '/deals?unit=saltmarsh&import=deals');
  const dialog = page.getByRole('dialog');
  await choose(csv('1.234,50'));
  await expect(dialog.getByLabel('Date format')).toHaveValue('dayFirst');
  await expect(dialog.getByLabel('Number format')).toHaveValue('comma');
  await expect(dialog.getByRole('region', { name: 'First rows as they are read' })).toContainText(
    '2026-11-13',
  );
  await dialog.getByLabel('Client means').selectOption('');
  await expect(dialog.getByText('Nothing in the file matches customer yet.')).toBeVisible();
  await dialog.getByLabel('Client means').selectOption('customer');
  await dialog.getByRole('button', { name: 'Check the file' }).click();
  await expect(dialog.getByRole('region', { name: 'Names that are not known' })).toContainText(
    'Ilse Vargas in 1 row',
  );
  await dialog.getByRole('button', { name: 'Ilse Varga?' }).click();
  await dialog.getByRole('button', { name: 'Check again with the matches' }).click();
  await dialog.getByRole('button', { name: 'Pike Boats?' }).click();
  await dialog.getByRole('button', { name: 'Check again with the matches' }).click();
  await dialog.getByRole('button', { name: 'Import all rows' }).click();
  await expect(page.getByText('1 deals new, 0 changed, 0 as they were.').first()).toBeVisible();

  await page.getByRole('button', { name: 'Import…' }).click();
  await choose(csv('1.300,00'));
  await expect(dialog.getByText('read as the last file with these headings')).toBeVisible();
  await expect(dialog.getByRole('region', { name: 'What the file would do' })).toContainText(
    'Total value of the good rows: €1,300',
  );
  await dialog.getByRole('button', { name: 'Import all rows' }).click();
  await expect(page.getByText('0 deals new, 1 changed, 0 as they were.').first()).toBeVisible();
  await page.goto(`/deals?unit=saltmarsh&find=MAP-${retry}`);
  await expect(page.getByRole('row').filter({ hasText: `MAP-${retry}` })).toContainText('€1,300');
  await expect(page.getByRole('row').filter({ hasText: `MAP-${retry}` })).toContainText(
    'Pike Boats',
  );
});
