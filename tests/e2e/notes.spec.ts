import { expect, type Page, test } from '@playwright/test';
import { signIn } from './actions';

async function openAs(page: Page, user: 'admin' | 'marit', path: string): Promise<void> {
  await page.context().clearCookies();
  await signIn(page, user, path);
}

test('a cause found, noted, kept and sent: who may see it does, and nobody else', async ({
  page,
}) => {
  // Lakeside, by customer, the one who is gone: three acts, and the cause is on the screen.
  await signIn(page, 'admin', '/compare?unit=lakeside&period=FY2027-P08&by=customer');
  await page
    .getByRole('region', { name: 'Growth' })
    .getByRole('link', { name: 'Osprey Marine' })
    .click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Osprey Marine');

  await page.getByRole('button', { name: 'Notes' }).click();
  const notes = page.getByRole('dialog', { name: 'Notes' });
  const text = notes.getByRole('textbox', { name: 'Note about Osprey Marine' });
  await text.fill('Gone to a competitor; offer the service plan.');
  // What is typed outlives the dialog.
  await page.keyboard.press('Escape');
  await expect(notes).toBeHidden();
  await page.getByRole('button', { name: 'Notes' }).click();
  await expect(text).toHaveValue('Gone to a competitor; offer the service plan.');
  await notes.getByLabel('Who sees to it').selectOption({ label: 'Edda Harrow' });
  await notes.getByLabel('Until').fill('30 nov 2026');
  await notes.getByLabel('Until').press('Tab');
  await notes.getByRole('button', { name: 'Write the note' }).click();
  await expect(notes.getByRole('listitem').first()).toContainText(
    'Edda Harrow sees to it until 30 Nov 2026',
  );
  await notes.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('list', { name: 'Open notes' })).toContainText(
    'Gone to a competitor',
  );

  await page.getByRole('button', { name: 'Views' }).click();
  await page.getByLabel('Keep what is shown as').fill('Why Lakeside is behind');
  await page.getByLabel(/^Seen by Lakeside branch/).check();
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('The view “Why Lakeside is behind” is kept.').first()).toBeVisible();
  const link = page.url();

  // Somebody of another branch: neither the link nor the view, in clear words.
  await openAs(page, 'marit', link);
  await expect(page.getByRole('alert').first()).toContainText('lakeside');
  await page.goto('/standing');
  await page.getByRole('button', { name: 'Views' }).click();
  await expect(page.getByText('None yet.')).toBeVisible();

  // With the rights it opens the same, with the note.
  await openAs(page, 'admin', '/ladder');
  await page.getByRole('button', { name: 'Views' }).click();
  await page.getByRole('button', { name: 'Pin Why Lakeside is behind' }).click();
  await page.getByRole('link', { name: /^Why Lakeside is behind/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Osprey Marine');
  await expect(page.getByRole('list', { name: 'Open notes' })).toContainText('service plan');
  await page.getByRole('button', { name: 'Notes' }).click();
  await notes.getByRole('button', { name: 'Answer…' }).click();
  await notes.getByRole('textbox', { name: 'Answer to Edda Harrow' }).fill('Visit on Friday.');
  await notes.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(notes.getByText('Visit on Friday.')).toBeVisible();
  await notes.getByRole('listitem').getByRole('button', { name: 'Done with' }).click();
  await expect(notes.getByText('No note here.')).toBeVisible();
  await notes
    .getByRole('group', { name: 'State' })
    .getByRole('button', { name: 'Done with' })
    .click();
  await expect(notes.getByText('Gone to a competitor')).toBeVisible();
});
