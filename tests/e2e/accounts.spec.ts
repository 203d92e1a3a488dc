import { expect, test } from '@playwright/test';
import { signIn } from './actions';

test('an administrator invites somebody, who chooses a password, changes it, and is deactivated', async ({
  page,
  browser,
}, { retry }) => {
  const name = `Ada Quill ${retry}`;
  await signIn(page, 'admin', '/setup/accounts');
  await page.getByRole('button', { name: 'Add an account…' }).click();
  const form = page.getByRole('form', { name: 'New account' });
  await form.getByLabel('Name').fill(name);
  await form.getByLabel('E-mail').fill(`ada${retry}@harrow-tide.example`);
  await form.getByLabel('Role').selectOption('manager');
  await form.getByRole('combobox', { name: 'Unit' }).click();
  await page.getByPlaceholder('Type to find').fill('lakeside');
  await page.getByRole('option').first().click();
  await form.getByRole('button', { name: 'Make the invitation' }).click();
  const link = await page.getByLabel('The link to choose a password').inputValue();

  const theirs = await (await browser.newContext()).newPage();
  await theirs.goto(link.replace(/^https?:\/\/[^/]+/, ''));
  await expect(theirs.getByRole('heading', { name: `Welcome, ${name}` })).toBeVisible();
  await theirs.getByLabel('Password', { exact: true }).fill('password12');
  await theirs.getByLabel('Password again').fill('password12');
  await theirs.getByRole('button', { name: /Choose this password/ }).click();
  await expect(theirs.getByText(/Is too easy to guess/)).toBeVisible();
  await theirs.getByLabel('Password', { exact: true }).fill('four sails in the wind');
  await theirs.getByLabel('Password again').fill('four sails in the wind');
  await theirs.getByRole('button', { name: /Choose this password/ }).click();
  await expect(theirs.getByRole('tree', { name: 'Units' })).toContainText('Lakeside');

  await theirs.goto('/setup/access');
  await expect(theirs.getByText('this browser')).toBeVisible();
  await theirs.getByLabel('Present password').fill('not this one');
  await theirs.getByLabel('New password', { exact: true }).fill('five sails in the wind');
  await theirs.getByLabel('New password again').fill('five sails in the wind');
  await theirs.getByRole('button', { name: 'Change the password' }).click();
  await expect(theirs.getByText('This is not your present password.')).toBeVisible();
  await theirs.getByLabel('Present password').fill('four sails in the wind');
  await theirs.getByRole('button', { name: 'Change the password' }).click();
  await expect(theirs.getByText(/Your password is changed/).first()).toBeVisible();

  await page.getByRole('button', { name: `Deactivate ${name}` }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText(/signed in and 0 access tokens hold/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Deactivate' }).click();
  await expect(page.getByRole('row').filter({ hasText: name })).toContainText('Deactivated');
  await theirs.reload();
  await expect(theirs.getByRole('heading', { name: /^Sign in/ })).toBeVisible();
});
