import { expect, test } from '@playwright/test';
import { signIn } from './actions';

test('people are pasted as a list, and whoever leaves hands open deals over in one step', async ({
  page,
}) => {
  await signIn(page, 'marit', '/setup/people');
  await page.getByRole('button', { name: 'Paste a list…' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('Choose what they are part of.')).toBeVisible();
  await dialog.getByRole('combobox', { name: 'Part of' }).click();
  await page.getByPlaceholder('Type to find').fill('engines');
  await page.getByRole('option', { name: 'Engines' }).click();
  // Far ahead: who starts then changes nobody's figures of today.
  await dialog.getByLabel('Start on').fill('2029-06-01');
  const stamp = Date.now() % 100_000;
  await dialog.getByLabel('Names').fill(`Paste Able${stamp}\nPaste Baker${stamp}; pb@example.com`);
  await dialog.getByRole('button', { name: 'Add 2' }).click();
  await expect(page.getByText('2 are added under Engines.').first()).toBeVisible();
  await page.getByLabel('Find a unit').fill(`Able${stamp}`);
  await expect(page.getByText(`pable${stamp}`)).toBeVisible();

  await page.getByLabel('Find a unit').fill('Petra Lind');
  await page.getByRole('button', { name: 'Set last day… Petra Lind' }).click();
  await dialog.getByLabel('Last day').fill('2026-11-20');
  await dialog.getByRole('combobox', { name: 'Who takes over the open deals?' }).click();
  await page.getByPlaceholder('Type to find').fill('Jonas');
  await page.getByRole('option', { name: 'Jonas Reik' }).click();
  await dialog.getByLabel('Why?').fill('moves abroad');
  await dialog.getByRole('button', { name: 'Preview' }).click();
  await expect(dialog.getByText(/\d+ open deals? (goes|go) to Jonas Reik\./)).toBeVisible();
  await dialog.getByRole('button', { name: 'Cancel' }).click();
});

test('find-or-do knows other words, and Setup by its pages', async ({ page }) => {
  await signIn(page, 'admin', '/standing');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type('holiday');
  await page.getByRole('option', { name: 'Setup: holidays and days off' }).click();
  await expect(page.getByRole('heading', { name: 'Holidays and days off' })).toBeVisible();
});

test('a page is printed without its frame, with every figure', async ({ page }) => {
  await signIn(page, 'marit', '/standing?unit=saltmarsh&period=FY2027-P08');
  await expect(page.getByRole('table', { name: /^Ranking/ })).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('tree', { name: 'Units' })).toBeHidden();
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeHidden();
  await expect(page.getByText('target, all of November 2026')).toBeVisible();
  await expect(page.getByText('€466,000').first()).toBeVisible();
});
