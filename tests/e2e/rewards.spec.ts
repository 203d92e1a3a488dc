import { expect, type Page, test } from '@playwright/test';
import { signIn } from './actions';
import { MAIL_PAGE_PORT, WEBHOOK_PAGE_PORT } from './ports';

/** Books a won deal of Ilse's as the page's user; answers its id. */
const book = (page: Page, amount: string, closedOn: string) =>
  page.evaluate(
    async ([value, day]) => {
      const { csrf } = (await (await fetch('/api/v1/session')).json()) as { csrf: string };
      const answer = await fetch('/api/v1/deals', {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-csrf': csrf },
        body: JSON.stringify({
          salesperson: 'ivarga',
          customer: 'Lantern Ropeworks',
          amount: value,
          status: 'won',
          closedOn: day,
        }),
      });
      const { deal } = (await answer.json()) as { deal: { id: number } };
      return deal.id;
    },
    [amount, closedOn],
  );

const voidDeal = (page: Page, id: number, reason: string) =>
  page.evaluate(
    async ([deal, why]) => {
      const { csrf } = (await (await fetch('/api/v1/session')).json()) as { csrf: string };
      const answer = await fetch(`/api/v1/deals/${deal}/void`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-csrf': csrf },
        body: JSON.stringify({ reason: why, version: 1 }),
      });
      return answer.status;
    },
    [id, reason] as const,
  );

test('an award is given by hand with a picture of one’s own', async ({ page }) => {
  await signIn(page, 'marit', '/contests?unit=saltmarsh');
  await page.getByRole('button', { name: 'Give one…' }).click();
  const form = page.getByRole('dialog', { name: 'An award for Saltmarsh branch' });
  await form.getByLabel('For what').fill('Saved the regatta');
  await form.getByLabel('Picture file').setInputFiles('docs/screenshots/ladder.png');
  const own = form.getByRole('button', { name: /^own picture \d+$/ });
  await expect(own).toHaveAttribute('aria-pressed', 'true');
  await form.getByRole('button', { name: 'Give it' }).click();
  const award = page.getByRole('listitem').filter({ hasText: 'Saved the regatta' });
  await expect(award.locator('img')).toBeVisible();
  await expect
    .poll(() => award.locator('img').evaluate((each: HTMLImageElement) => each.naturalWidth))
    .toBe(192);
});

test('a contest goes from draft to awarded to taken back by a voided deal', async ({ page }) => {
  await signIn(page, 'marit', '/contests?unit=ivarga');
  await page.getByRole('button', { name: 'New contest…' }).click();
  const form = page.getByRole('dialog', { name: 'New contest' });
  await form.getByLabel('Name', { exact: true }).fill('Sprint');
  await form.getByLabel('How often').selectOption({ label: 'once' });
  await form.getByLabel('From').fill('18 nov 2026');
  await form.getByLabel('Last day').fill('24 nov 2026');
  await form.getByLabel('Goal 1').fill('40000');
  await form.getByLabel('Title of award 1').fill('Sprinter');
  await form.getByRole('button', { name: 'Who would have won?' }).click();
  await expect(form.getByRole('region', { name: 'Preview' })).toContainText('Sprinter');
  await form.getByRole('button', { name: 'Make the draft' }).click();

  const contest = page.getByRole('region', { name: 'Sprint', exact: true });
  await contest.getByRole('button', { name: 'Start…' }).click();
  const start = page.getByRole('dialog', { name: /Start/ });
  await expect(start.getByRole('list', { name: 'Who takes part' })).toContainText('Ilse Varga');
  await start.getByRole('button', { name: 'Start with these 1' }).click();
  await expect(contest.getByRole('table', { name: 'Places' })).toContainText('Ilse Varga');

  const id = await book(page, '41000.00', '2026-11-18');
  await expect(contest.getByRole('region', { name: 'Won' })).toContainText('Sprinter');
  await expect(contest.getByRole('heading', { level: 2 })).toContainText('have reached it');

  expect(await voidDeal(page, id, 'returned')).toBe(200);
  await expect(contest.getByRole('region', { name: 'Won' })).toContainText(
    /Taken back .*The goal is not reached any more: deal .* was voided \(returned\)/,
  );
  await contest.getByRole('button', { name: 'End with today' }).click();

  // She was told of both by mail, other systems by a webhook.
  await page.goto(`http://localhost:${MAIL_PAGE_PORT}/`);
  for (const subject of ['Ilse Varga has won “Sprinter”', '“Sprinter” was taken back'])
    await expect(async () => {
      await page.reload();
      await expect(page.getByRole('link', { name: subject }).first()).toBeVisible({
        timeout: 1_000,
      });
    }).toPass();
  await page.goto(`http://localhost:${WEBHOOK_PAGE_PORT}/`);
  for (const event of ['deal.booked', 'contest.won', 'deal.voided'])
    await expect(page.getByText(event).first()).toBeVisible();
});

test('a statement is questioned, approved, corrected and paid', async ({ browser }) => {
  const manager = await (await browser.newContext()).newPage();
  await signIn(manager, 'marit', '/commission?period=FY2027-P07');
  const id = await book(manager, '500.00', '2026-10-30');

  const seller = await (await browser.newContext()).newPage();
  await signIn(seller, 'ilse', '/commission?period=FY2027-P07');
  const lines = seller.getByRole('region', { name: 'Lines' });
  const asked = lines.getByRole('row').filter({ hasText: 'Lantern Ropeworks' }).last();
  await asked.getByRole('button', { name: /Ask/ }).click();
  await lines.getByPlaceholder('What is not right with this line?').fill('Was this not shared?');
  await lines.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(lines.getByRole('list', { name: 'Questions and answers' })).toContainText('shared?');

  await manager.reload();
  await expect(manager.getByRole('row', { name: /Ilse Varga.*1 question/ })).toBeVisible();
  await manager.goto('/commission?period=FY2027-P07&payee=ivarga');
  const statement = manager.getByRole('dialog', { name: 'Ilse Varga' });
  await statement.getByRole('button', { name: /1 to settle/ }).click();
  await statement.getByPlaceholder('Answer').fill('No, it is all yours');
  await statement.getByRole('button', { name: 'Answer' }).click();
  await statement.getByRole('button', { name: 'Settled' }).click();
  await expect(statement.getByText(/settled by Marit Osei/).first()).toBeVisible();
  await statement.getByRole('button', { name: /^Approve/ }).click();
  await expect(statement.getByText(/Approved by Marit Osei/)).toBeVisible();

  // The deal is voided: what was approved stays, the next month says what is taken back.
  expect(await voidDeal(manager, id, 'cancelled')).toBe(200);
  await seller.goto('/commission?period=FY2027-P07');
  await expect(seller.getByRole('heading', { level: 1 })).toContainText('approved');
  await seller.goto('/commission?period=FY2027-P08');
  await expect(seller.getByRole('region', { name: 'Lines' })).toContainText(
    'Correction of October 2026',
  );

  await manager.goto('/commission?period=FY2027-P07');
  await manager.getByRole('button', { name: /was paid…/ }).click();
  const paid = manager.getByRole('dialog', { name: 'Paid on' });
  await paid.getByLabel('Day').fill('18 nov 2026');
  await paid.getByRole('button', { name: 'Mark as paid' }).click();
  await seller.goto('/commission?period=FY2027-P07');
  await expect(seller.getByRole('heading', { level: 1 })).toContainText('paid on 18 Nov 2026');
});

test('whoever may not see commission is told so', async ({ page }) => {
  await signIn(page, 'viewer', '/commission');
  await expect(page.getByText(/theirs and their managers’ to see/)).toBeVisible();
});
