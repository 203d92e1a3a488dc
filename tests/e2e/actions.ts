import { expect, type Page } from '@playwright/test';
import { DEMO_PASSWORD } from '#demo/people';

/** Signs in as one of the demo people and waits for the first view. */
export async function signIn(page: Page, who: 'marit' | 'admin' | 'ilse' | 'viewer' = 'marit', path = '/standing'): Promise<void> {
  await page.goto(path);
  await page.getByLabel('E-mail').fill(`${who}@harrow-tide.example`);
  await page.getByLabel('Password').fill(DEMO_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('tree', { name: 'Units', includeHidden: true })).toBeAttached();
}

/** The amount in a text such as "€297,758.31". */
export function readAmount(text: string): number {
  return Number(text.replace(/[^\d.\u2212-]/g, '').replace('\u2212', '-'));
}
