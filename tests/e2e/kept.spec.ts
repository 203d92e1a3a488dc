import { expect, test } from '@playwright/test';
import { fillDeal, signIn } from './actions';

const deal = (page: import('@playwright/test').Page) => page.getByRole('dialog');

test('Book and next begins with an empty deal, with the focus in it, and books nothing twice', async ({
  page,
}) => {
  await signIn(page, 'marit', '/deals?book=new');
  await fillDeal(page, '1,111', 'Next Yard');
  await deal(page).getByLabel('Amount').press('Shift+Enter');
  await expect(deal(page).getByText(/The next one:/)).toBeVisible();
  await expect(deal(page).getByLabel('Amount')).toHaveValue('');
  await expect(deal(page).getByRole('combobox', { name: 'Customer' })).toBeFocused();
  await expect(deal(page).getByRole('combobox', { name: 'Salesperson' })).toContainText(
    'Ilse Varga',
  );
  // Pressed once more it says what is missing, and where.
  await deal(page).getByRole('button', { name: 'Book', exact: true }).click();
  await expect(deal(page).getByText('Choose or add a customer.')).toBeVisible();
  await expect(deal(page).getByText('Not booked: look at the marked fields.')).toBeInViewport();
});

test('what is typed into a deal outlives reload, Esc and Back, and is dropped on purpose', async ({
  page,
}) => {
  await signIn(page, 'marit', '/deals?book=new');
  await deal(page).getByLabel('Amount').fill('777');
  await deal(page).getByLabel('Note').fill('half typed');
  await page.reload();
  await expect(deal(page).getByText(/have not saved/)).toBeVisible();
  await expect(deal(page).getByLabel('Amount')).toHaveValue('777');
  await page.keyboard.press('Escape');
  await expect(deal(page)).toHaveCount(0);
  await page.locator('body').press('n');
  await expect(deal(page).getByLabel('Note')).toHaveValue('half typed');
  await page.goBack();
  await page.locator('body').press('n');
  await expect(deal(page).getByLabel('Note')).toHaveValue('half typed');
  await deal(page).getByRole('button', { name: 'Start again' }).click();
  await expect(deal(page).getByLabel('Note')).toHaveValue('');
  await page.reload();
  await expect(deal(page).getByLabel('Amount')).toHaveValue('');
});

test('a session that ends in the middle of a deal is renewed in its place', async ({
  page,
  context,
}) => {
  await signIn(page, 'marit', '/deals?book=new');
  await fillDeal(page, '2,222', 'Session Yard');
  await context.clearCookies();
  await deal(page).getByRole('button', { name: 'Book', exact: true }).click();
  const again = page.getByRole('dialog', { name: 'Sign in again' });
  await again.getByLabel('Password').fill('rung-by-rung');
  await again.getByRole('button', { name: 'Sign in' }).click();
  await expect(again).toHaveCount(0);
  await expect(deal(page).getByLabel('Amount')).toHaveValue('2,222');
  await deal(page).getByRole('button', { name: 'Book', exact: true }).click();
  await expect(page.getByText(/^Booked\./).first()).toBeVisible();
});

test('what somebody else saves meanwhile wipes nothing, and both values are shown on a clash', async ({
  page,
  browser,
}, { retry }) => {
  const id = `CLASH-${retry}`;
  await signIn(page, 'marit', '/deals?book=new');
  await fillDeal(page, '333', 'Clash Yard');
  await deal(page).getByLabel('Deal number').fill(id);
  await deal(page).getByRole('button', { name: 'Book', exact: true }).click();
  const other = await (await browser.newContext()).newPage();
  await signIn(other, 'admin', '/deals?unit=saltmarsh');
  for (const each of [page, other]) {
    await each.getByRole('row').filter({ hasText: id }).click();
    await expect(deal(each).getByLabel('Amount')).toHaveValue('333.00');
  }
  await deal(page).getByLabel('Note').fill('mine');
  await deal(page).getByLabel('Quantity').fill('3');
  await deal(other).getByLabel('Note').fill('theirs');
  await deal(other).getByRole('button', { name: 'Save' }).click();
  await expect(deal(page).getByText(/Somebody else saved this deal meanwhile/)).toBeVisible();
  await expect(
    deal(page).getByText('yours is “mine”, theirs is “theirs”', { exact: false }),
  ).toBeVisible();
  await expect(deal(page).getByLabel('Quantity')).toHaveValue('3');
  await deal(page).getByRole('button', { name: 'Take theirs' }).click();
  await expect(deal(page).getByLabel('Note')).toHaveValue('theirs');
  await deal(page).getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/^Saved\./).first()).toBeVisible();
});

test('the year strip and the page never speak of two years', async ({ page }) => {
  await signIn(page, 'marit', '/standing?period=FY2027-Q2');
  await page.getByRole('button', { name: 'The year before' }).click();
  await expect(page).toHaveURL(/period=FY2026-Q2/);
  await expect(page.getByRole('button', { name: /^Q2/ })).toHaveAttribute('aria-pressed', 'true');
});

test('after signing in nobody is led to another site', async ({ page }) => {
  for (const to of [
    '/%5Cevil.example',
    '/%09/evil.example',
    '//evil.example',
    'https://evil.example/',
  ]) {
    await page.context().clearCookies();
    await signIn(page, 'marit', `/sign-in?to=${to}`);
    expect(new URL(page.url()).hostname).toBe('localhost');
  }
});
