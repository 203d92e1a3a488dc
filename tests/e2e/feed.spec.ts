import { expect, test } from '@playwright/test';
import { signIn } from './actions';
import { ORDER_SYSTEM_PORT } from './ports';

test('the order system sends deals by itself, keeps them while it is away, and what was refused is listed in Setup', async ({
  page,
  browser,
}) => {
  const orders = await (await browser.newContext()).newPage();
  await orders.goto(`http://localhost:${ORDER_SYSTEM_PORT}/`);
  const state = orders.getByRole('region', { name: 'State' });
  const taken = async () => Number(/Taken\s*(\d+)/.exec(await state.innerText())![1]);
  const before = await taken();
  await signIn(page, 'admin', '/setup/feeds');
  const deliveries = page.getByRole('region', { name: 'Deliveries' });

  await orders.getByRole('button', { name: 'Send one', exact: true }).click();
  await expect.poll(taken).toBe(before + 1);
  const [, code] = /"deal":"(OS-[\d-]+)"/.exec(
    await orders.getByRole('region', { name: 'Last' }).innerText(),
  )!;
  await expect(deliveries.getByRole('row').filter({ hasText: code! })).toContainText('taken');

  await orders.getByRole('button', { name: 'Repeat the last' }).click();
  await expect.poll(taken).toBe(before + 2);
  await expect(deliveries.getByRole('row').filter({ hasText: code! })).toHaveCount(1);

  await orders.getByRole('button', { name: 'Go away' }).click();
  await expect(state).toContainText('away');
  await orders.getByRole('button', { name: 'Send one', exact: true }).click();
  await expect(state).toContainText(/Kept for later\s*1/);
  await orders.getByRole('button', { name: 'Come back' }).click();
  await expect(state).toContainText(/Kept for later\s*0/);

  await orders.getByRole('button', { name: 'Send a bad one' }).click();
  await deliveries.getByRole('button', { name: 'refused' }).click();
  await expect(deliveries.getByRole('row').nth(1)).toContainText(
    'There is no salesperson with this code.',
  );
  await deliveries
    .getByRole('button', { name: /^Try again/ })
    .first()
    .click();
  await expect(page.getByText(/Still refused: /).first()).toBeVisible();
  await expect(deliveries.getByRole('row').nth(1)).toContainText('tried 2 times');
  await orders.getByRole('button', { name: 'Send one with a wrong signature' }).click();
  await expect(orders.getByRole('region', { name: 'Last' })).toContainText('badSignature');
});

test('a source is added with a secret that is shown once, and stopped', async ({ page }, {
  retry,
}) => {
  await signIn(page, 'admin', '/setup/feeds');
  await page.getByLabel('Name of the source').fill(`Web shop ${retry}`);
  await page.getByLabel('Code, as it stands in its address').fill(`shop-${retry}`);
  await page.getByRole('button', { name: 'Add a source' }).click();
  await expect(page.getByLabel('The new secret')).toHaveValue(/^whsec_/);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByLabel('The new secret')).toHaveCount(0);
  await page.getByRole('button', { name: `Stop Web shop ${retry}` }).click();
  await expect(page.getByRole('button', { name: `Take again Web shop ${retry}` })).toBeVisible();
});
