import { expect, type Page, test } from '@playwright/test';
import { signIn } from './actions';

/** Presses keys one by one, and counts them. */
function typist(page: Page) {
  let count = 0;
  const press = async (key: string) => {
    count++;
    await page.keyboard.press(key);
  };
  return {
    press,
    type: async (text: string) => {
      for (const letter of text) await press(letter);
    },
    get count() {
      return count;
    },
  };
}

test('a deal is booked by keyboard alone in under 25 keys, over the view one is on', async ({
  page,
}) => {
  await signIn(page, 'marit', '/ladder?unit=saltmarsh&period=FY2027-P08');
  await expect(page.getByRole('table', { name: /^Ranking/ })).toBeVisible();
  const keys = typist(page);
  await keys.press('n');
  const form = page.getByRole('dialog', { name: 'Book a deal' });
  const field = (name: string) => form.getByRole('combobox', { name });
  await expect(field('Salesperson')).toBeFocused();
  // A closed list takes typing at once; Tab chooses and goes on.
  await keys.type('ilse');
  await keys.press('Tab');
  await expect(field('Salesperson')).toContainText('Ilse Varga');
  await expect(field('Customer')).toBeFocused();
  await keys.type('Key Yard');
  await keys.press('Tab');
  await expect(field('Customer')).toContainText('Key Yard');
  await expect(form.getByLabel('Amount')).toBeFocused();
  await keys.type('777');
  await keys.press('Shift+Enter');
  await expect(form.getByText(/^Booked\..*The next one:/)).toBeVisible();
  expect(keys.count).toBeLessThan(25);
  await expect(page).toHaveURL(/\/ladder/);
  await expect(field('Customer')).toBeFocused();
  await form.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('The booking is taken back.').first()).toBeVisible();
});

test('a form shows the first fields, and the rest by one key', async ({ page }) => {
  await signIn(page, 'marit', '/standing?unit=saltmarsh');
  await page.evaluate(() => localStorage.setItem('iron-ladder.more-deal-fields', 'closed'));
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('n');
  const form = page.getByRole('dialog', { name: 'Book a deal' });
  await expect(form.getByRole('combobox', { name: 'Product' })).toBeVisible();
  await expect(form.getByLabel('Note')).toBeHidden();
  await page.keyboard.press('Alt+m');
  await expect(form.getByLabel('Note')).toBeVisible();
  await form.getByRole('button', { name: 'Fewer fields' }).click();
  await expect(form.getByLabel('Note')).toBeHidden();
});

test('a day is typed in words and says which day was understood', async ({ page }) => {
  await signIn(page, 'marit', '/deals?unit=saltmarsh&book=new');
  const day = page.getByRole('dialog').getByLabel('Closed on');
  await expect(day).toHaveValue(/^\w{3} \d{1,2} \w{3} \d{4}$/);
  await day.fill('11/12/2025');
  await day.blur();
  await expect(day).toHaveValue('Thu 11 Dec 2025');
  await day.fill('some day');
  await day.blur();
  await expect(day).toHaveValue('some day');
  await expect(page.getByText('Write for example 12 nov, yesterday or 2026-11-12.')).toBeVisible();
});
