import { expect, test } from '@playwright/test';
import { fillDeal, signIn } from './actions';

test('a field of the company’s own is added, filled in, filtered by and measured', async ({
  page,
}) => {
  await signIn(page, 'admin', '/setup/custom-fields');
  await page.getByRole('button', { name: 'Add a field of deals' }).click();
  const form = page.getByRole('form', { name: 'New field of deals' });
  await form.getByLabel('Name').fill('Delivered on');
  await expect(form.getByLabel('Code, as it stands in files')).toHaveValue('delivered_on');
  await form.getByLabel('Kind').selectOption('Date');
  await form.getByRole('button', { name: 'Add it' }).click();
  const fields = page.getByRole('list', { name: 'Fields of deals' });
  await expect(fields.getByRole('listitem').filter({ hasText: 'Delivered on' })).toContainText(
    'delivered_on',
  );

  await page.goto('/deals?unit=ivarga&period=FY2027-P08&book=new');
  const dialog = page.getByRole('dialog');
  await fillDeal(page, '321', 'Pike Towage');
  await dialog.getByLabel('Delivered on').fill('10 nov');
  await dialog.getByLabel('Delivered on').blur();
  await expect(dialog.getByLabel('Delivered on')).toHaveValue('Tue 10 Nov 2026');
  await dialog.getByLabel('Segment').selectOption('Towage');
  await dialog.getByLabel('Service a year, EUR').fill('1200.505');
  await dialog.getByLabel('Deal number').fill('CF-1');
  await dialog.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(dialog.getByText('Has too many decimals: 2 are kept.')).toBeVisible();
  await dialog.getByLabel('Service a year, EUR').fill('1,200.50');
  await dialog.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(page.getByText(/^Booked\./).first()).toBeVisible();

  await page.goto('/deals?unit=harrow-tide&period=FY2027-P08');
  await page.getByRole('button', { name: 'Filter' }).click();
  await page.getByLabel('Delivered on from').fill('2026-11-01');
  await page.getByLabel('Delivered on from').press('Enter');
  await expect(
    page.getByRole('button', { name: 'Remove the filter delivered on from 2026-11-01' }),
  ).toBeVisible();
  await expect(page.getByRole('status', { name: 'Sums' })).toContainText('1 deal · 1 won €321');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByRole('checkbox', { name: 'Delivered on' }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByText('10 Nov 2026').first()).toBeVisible();

  await page.goto('/setup/measures');
  await page.getByRole('button', { name: 'New measure…' }).click();
  const measure = page.getByRole('dialog', { name: 'New measure' });
  await measure.getByLabel('Name').fill('Delivered');
  await measure.getByLabel('Description, shown wherever it is read').fill('Deals by delivery.');
  await measure.getByLabel('How it is computed').selectOption('Sum of a field of deals');
  await measure.getByLabel('Of: counts on the day').selectOption('Delivered on');
  await measure.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('Delivered is added.').first()).toBeVisible();
  await page.goto('/standing?unit=ivarga&period=FY2027-P08&measure=delivered');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('€321');
  await expect(page.getByText(/deals are left out: a date or value is missing/)).toBeVisible();
});
