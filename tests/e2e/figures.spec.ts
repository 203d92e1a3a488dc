import { expect, test } from '@playwright/test';
import { signIn } from './actions';

test('a note flies at the name it is about, on the ladder and in the table, and opens there', async ({
  page,
}) => {
  const text = `Osprey moves its order ${Date.now()}`;
  await signIn(page, 'marit', '/standing?unit=ivarga&period=FY2027-P08');
  await page.getByRole('button', { name: /^Notes/ }).click();
  const notes = page.getByRole('dialog', { name: 'Notes' });
  await notes.getByRole('textbox', { name: 'Note' }).fill(text);
  await notes.getByRole('button', { name: 'Write the note' }).click();
  // Until it is written, its text stands in the field too.
  await expect(notes.getByRole('textbox', { name: 'Note' })).toHaveValue('');
  await expect(notes.getByText(text)).toBeVisible();
  for (const view of ['standing', 'ladder']) {
    await page.goto(`/${view}?unit=saltmarsh&period=FY2027-P08`);
    const row = page.getByRole('row').filter({ hasText: 'Ilse Varga' });
    await row.getByRole('button', { name: new RegExp(text) }).click();
    await expect(page.getByRole('dialog').getByText(text)).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(
      page.getByRole('link', { name: /^Ilse Varga/ }).first(),
    ).toHaveAccessibleDescription(new RegExp(text));
  }
});

test('what was sold to whom stands in a table whose cells lead to their deals', async ({
  page,
}) => {
  await signIn(page, 'marit', '/profile?unit=ivarga&period=FY2027-P08');
  const sheet = page.getByRole('region', { name: 'What to whom', exact: true });
  await sheet.getByRole('button', { name: 'Products' }).click();
  const cell = sheet.getByRole('link', { name: /its deals$/ }).first();
  const [, customer] = /^(.*), .*: €/.exec((await cell.getAttribute('aria-label'))!)!;
  await cell.click();
  await expect(page).toHaveURL(/\/deals\?.*customer=.*product=/);
  await expect(page.getByRole('row').filter({ hasText: customer! }).first()).toBeVisible();
});

test('categories stand on the ladder of their own targets', async ({ page }) => {
  await signIn(page, 'marit', '/ladder?unit=saltmarsh&period=FY2027-P08');
  await page.getByLabel('Ladder of').selectOption({ label: 'categories' });
  await expect(page.getByRole('heading', { level: 1 })).toContainText('categories with a target');
  const best = page
    .getByRole('grid', { name: /^Categories of/ })
    .or(page.getByRole('table', { name: /^Categories of/ }));
  await expect(best.getByRole('row').nth(1)).toContainText(/^1/);
  await page.getByRole('link', { name: /^Engines/ }).click();
  await expect(page).toHaveURL(/\/explore\?.*pick=category/);
});

test('Compare sets a figure against a draft, and Compare and Explore are saved as files', async ({
  page,
}) => {
  await signIn(page, 'marit', '/plan?period=FY2027-Q4');
  const name = `Second try ${Date.now()}`;
  await page.getByRole('button', { name: 'New draft…' }).click();
  await page.getByLabel('Name').fill(name);
  await page.getByRole('button', { name: 'Begin the draft' }).click();
  await expect(page.getByText('not yet published')).toBeVisible();
  await page.goto('/compare?unit=saltmarsh&period=FY2027-P08');
  await page.getByLabel('Another plan').selectOption({ label: `“${name}” (draft)` });
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    `the whole target of “${name}” (draft)`,
  );
  for (const view of ['compare', 'explore']) {
    await page.goto(`/${view}?unit=saltmarsh&period=FY2027-P08`);
    for (const format of ['Pages (PDF)', 'Workbook (XLSX)']) {
      await page.getByRole('button', { name: 'Print or save' }).click();
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('link', { name: format }).click(),
      ]);
      expect(download.suggestedFilename()).toMatch(/\.(pdf|xlsx)$/);
      expect(await download.failure()).toBeNull();
      await page.keyboard.press('Escape');
    }
  }
});
