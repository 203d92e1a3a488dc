import { expect, test } from '@playwright/test';
import { signIn } from './actions';

test('the rows of a margin make it, with what stands above and below the line', async ({
  page,
}) => {
  await signIn(page, 'admin', '/standing?measure=gross_margin');
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toContainText('gross margin');
  const percent = /([\d.]+%) gross margin/.exec((await heading.textContent())!)![1]!;
  await page.getByRole('main').getByRole('button', { name: percent, exact: true }).first().click();
  const rows = page.getByRole('region', { name: 'Deals behind it' });
  await expect(rows.getByRole('columnheader', { name: 'gross profit' })).toBeVisible();
  await expect(rows.getByRole('row', { name: /^All \d+/ })).toBeVisible();
  await expect(rows).toContainText(/gross profit \/ amount of deals with a cost = [\d.]+%/);
});

test('calls per deal are read, and made of typed-in calls and of deals', async ({ page }) => {
  await signIn(page, 'marit', '/standing?unit=saltmarsh&period=FY2027-P07&measure=calls_per_deal');
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toContainText('calls per deal');
  const figure = /([\d.]+) calls per deal/.exec((await heading.textContent())!)![1]!;
  await page.getByRole('main').getByRole('button', { name: figure, exact: true }).first().click();
  await expect(page.getByRole('region', { name: 'Deals behind it' })).toContainText(
    new RegExp(`calls made / deals = ${figure.split('.')[0]}\\.`),
  );
});

test('a ladder takes further measures beside the ranked one, and adds everybody up', async ({
  page,
}) => {
  await signIn(page, 'marit', '/ladder');
  const table = page.getByRole('table', { name: /Ranking of Saltmarsh branch/ });
  await expect(table.getByRole('columnheader', { name: 'Average deal' })).toBeVisible();
  await expect(table.getByRole('row', { name: /^All 7/ })).toBeVisible();
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByRole('checkbox', { name: 'Win rate' }).check();
  await page.keyboard.press('Escape');
  await expect(table.getByRole('columnheader', { name: 'Win rate' })).toBeVisible();
  await expect(page).toHaveURL(/columns=deals_won(%2C|,)average_deal(%2C|,)win_rate/);
});

test('a branch has its own end of business, and every view says how fresh it is', async ({
  page,
}) => {
  await signIn(page, 'admin', '/setup/people');
  await expect(page.getByRole('banner')).toContainText(/newest deal \d+ Nov/);
  await page.getByLabel('Find a unit').fill('Northgate');
  await page.getByRole('button', { name: 'Hours… Northgate branch' }).click();
  const dialog = page.getByRole('dialog', { name: 'Business hours of Northgate branch' });
  await dialog.getByLabel('End of business').fill('5 pm');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toContainText('Is not a time of day');
  await dialog.getByLabel('End of business').fill('18:30');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(
    page.getByText('The business hours of Northgate branch are saved.').first(),
  ).toBeVisible();
});
