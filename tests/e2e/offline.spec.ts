import { expect, type Page, test } from '@playwright/test';
import { signIn } from './actions';

test.use({ serviceWorkers: 'allow' });

/** The worker stands by, and what the page shows has gone through it. */
async function isReady(page: Page): Promise<void> {
  // Asked anew each time: waitForFunction takes the promise itself for a yes.
  const standsBy = () => page.evaluate(() => navigator.serviceWorker.controller !== null);
  await expect.poll(standsBy, { timeout: 30_000 }).toBe(true);
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.waitForLoadState('networkidle').catch(() => undefined);
  const isKept = () =>
    page.evaluate(async () => (await caches.match('/api/v1/session')) !== undefined);
  await expect.poll(isKept).toBe(true);
}

async function bookOffline(page: Page, customer: string, amount: string): Promise<void> {
  await page.keyboard.press('n');
  const form = page.getByRole('dialog', { name: 'Book a deal' });
  await form.getByRole('combobox', { name: 'Customer' }).click();
  await page.keyboard.type(customer);
  await page.keyboard.press('Tab');
  await form.getByLabel('Amount').fill(amount);
  await form.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(form).toBeHidden();
}

test('opens without a network, keeps a deal, and sends it when there is one', async ({
  page,
  context,
}) => {
  await signIn(page, 'ilse', '/profile?period=FY2027-P08');
  await isReady(page);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('You have');
  const title = await page.getByRole('heading', { level: 1 }).textContent();
  await page.keyboard.press('n');
  await expect(page.getByRole('dialog', { name: 'Book a deal' })).toBeVisible();
  await page.keyboard.press('Escape');
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(title!);
  await expect(
    page.getByText(/^No connection\. Figures as this device had them on \d/),
  ).toBeVisible();

  await bookOffline(page, 'Key Yard', '431');
  const kept = page.getByRole('region', { name: 'Deals kept on this device' });
  await expect(kept).toContainText('1 deal waits on this device');
  await expect(kept).toContainText('Key Yard, 431');
  // Through a reload without a network.
  await page.reload();
  await expect(kept).toContainText('Key Yard, 431');

  await context.setOffline(false);
  await expect(page.getByText(/^The deal you kept is booked\./).first()).toBeVisible({
    timeout: 20_000,
  });
  await expect(kept).toBeHidden();
  await expect(page.getByText(/^No connection/)).toBeHidden();
  const bookings = page.getByRole('row').filter({ hasText: /Key Yard.*won.*€431/ });
  await expect(bookings).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(bookings).toHaveCount(0);
});

test('a kept deal that is refused says why, stays, and can be changed', async ({
  page,
  context,
}) => {
  await signIn(page, 'ilse', '/profile?period=FY2027-P08');
  await isReady(page);
  await page.keyboard.press('n');
  await expect(page.getByRole('dialog', { name: 'Book a deal' })).toBeVisible();
  await page.keyboard.press('Escape');
  await context.setOffline(true);
  await bookOffline(page, 'Key Yard', '99999999999999');
  await context.setOffline(false);
  const kept = page.getByRole('region', { name: 'Deals kept on this device' });
  await expect(kept).toContainText('was not booked', { timeout: 20_000 });
  await kept.getByRole('button', { name: 'Change it…' }).click();
  const form = page.getByRole('dialog', { name: 'Book a deal' });
  await expect(form.getByLabel('Amount')).toHaveValue('99999999999999');
  await form.getByRole('button', { name: 'Cancel' }).click();
  await expect(form).toBeHidden();
  await kept.getByRole('button', { name: 'Delete' }).click();
  await expect(kept).toBeHidden();
});

test('files are saved with the worker standing by', async ({ page }) => {
  await signIn(page, 'viewer', '/standing?period=FY2027-P08');
  await isReady(page);
  await page.getByRole('button', { name: 'Print or save' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Numbers (CSV)' }).click(),
  ]);
  expect(await file.failure()).toBeNull();
  expect(file.suggestedFilename()).toMatch(/^standing .*\.csv$/);
});

test('nothing of a session stays after it', async ({ page }) => {
  await signIn(page, 'viewer', '/standing');
  await isReady(page);
  await page.getByRole('button', { name: /^\w+, menu of/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out', exact: true }).click();
  await expect(page.getByLabel('E-mail')).toBeVisible();
  const kept = await page.evaluate(async () =>
    (await (await caches.open('answers')).keys()).map(({ url }) => new URL(url).pathname),
  );
  // Whether a company exists is anybody's to know.
  expect(kept.filter((path) => path !== '/api/v1/first-run')).toEqual([]);
});
