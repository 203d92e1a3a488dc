import { expect, type Page } from '@playwright/test';
import { DEMO_PASSWORD } from '#demo/people';

/** Signs in as one of the demo people and waits for the first view; forms show all their fields. */
export async function signIn(
  page: Page,
  who: 'marit' | 'admin' | 'ilse' | 'viewer' = 'marit',
  path = '/standing',
): Promise<void> {
  await page.addInitScript(() => localStorage.setItem('iron-ladder.more-deal-fields', 'open'));
  await page.goto(path);
  await page.getByLabel('E-mail').fill(`${who}@harrow-tide.example`);
  await page.getByLabel('Password').fill(DEMO_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  // Behind an open dialog it is there, and hidden from whoever reads the page.
  await expect(page.locator('#main')).toBeAttached();
}

/** The amount in a text such as "€297,758.31". */
export function readAmount(text: string): number {
  return Number(text.replace(/[^\d.\u2212-]/g, '').replace('\u2212', '-'));
}

/** Fills the form of a new deal of Ilse's with a customer made on the spot. */
export async function fillDeal(
  page: Page,
  amount: string,
  customer = 'Brand New Yard',
): Promise<void> {
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Salesperson' }).click();
  await page.getByPlaceholder('Type to find').fill('ilse');
  await page.getByRole('option', { name: 'Ilse Varga' }).click();
  await dialog.getByRole('combobox', { name: 'Customer' }).click();
  await page.getByPlaceholder('Type to find').fill(customer);
  await page
    .getByRole('option', { name: /Add/ })
    .or(page.getByRole('option', { name: customer }))
    .first()
    .click();
  await dialog.getByLabel('Amount').fill(amount);
}

/** Keeps requests to an address waiting until they are released. */
export async function holdAnswers(page: Page, address: string): Promise<{ release(): void }> {
  let release = () => {};
  const isReleased = new Promise<void>((resolve) => (release = resolve));
  await page.route(address, async (route) => {
    await isReleased;
    await route.fallback();
  });
  return { release };
}

/** The addresses written to from now on; grows as requests are made. */
export function listWrites(page: Page): readonly string[] {
  const written: string[] = [];
  page.on('request', (request) => {
    if (request.method() !== 'GET') written.push(request.url());
  });
  return written;
}
