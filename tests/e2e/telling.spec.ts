import { expect, test } from '@playwright/test';
import { fillDeal, signIn } from './actions';
import { MAIL_PAGE_PORT } from './ports';

const MAIL = `http://localhost:${MAIL_PAGE_PORT}/`;

test('an alert leads by mail to the figure, to a note, and to an action that is done', async ({
  browser,
}) => {
  const manager = await (await browser.newContext()).newPage();
  await signIn(manager, 'marit', '/alerts');
  await manager.getByRole('button', { name: 'New rule…' }).click();
  const rule = manager.getByRole('dialog', { name: 'New alert rule' });
  await rule.getByLabel('Tell when').selectOption({ label: 'A large deal is won' });
  await rule.getByLabel('Of this amount or more').fill('31000');
  await rule.getByLabel('Tell it').selectOption({ label: 'here and by mail at once' });
  // Before it is saved it says when it would have fired.
  await rule.getByRole('button', { name: 'When would it have fired?' }).click();
  await expect(rule.getByText(/would (not )?have fired/)).toBeVisible();
  await rule.getByRole('button', { name: 'Make the rule' }).click();
  await expect(
    manager
      .getByRole('list', { name: 'Alert rules' })
      .getByText('A large deal is won', { exact: true })
      .first(),
  ).toBeVisible();

  const seller = await (await browser.newContext()).newPage();
  await signIn(seller, 'ilse', '/standing?book=new');
  await fillDeal(seller, '31250', 'Lantern Ropeworks');
  await seller.getByRole('dialog').getByRole('button', { name: 'Book', exact: true }).click();
  await expect(seller.getByText(/Booked/).first()).toBeVisible();

  await expect(manager.getByRole('link', { name: 'Alerts, 1 new' })).toBeVisible();
  await expect(manager.getByRole('list', { name: 'Alerts' })).toContainText('Ilse Varga booked');

  const mail = await manager.context().newPage();
  await expect(async () => {
    await mail.goto(MAIL);
    await mail.getByRole('link', { name: /Ilse Varga booked a deal/ }).click({ timeout: 1_000 });
  }).toPass();
  // The link of the mail opens the very place.
  const text = await mail.getByRole('region', { name: 'Text' }).innerText();
  const link = new URL(/https?:\S+\/\?unit=ivarga\S*/.exec(text)![0]);
  await manager.goto(`${link.pathname}${link.search}`);
  await expect(manager.getByRole('heading', { level: 1 })).toContainText('Ilse Varga');

  await manager.getByRole('link', { name: 'Compare', exact: true }).click();
  await manager.getByRole('button', { name: 'Notes' }).click();
  const notes = manager.getByRole('dialog', { name: 'Notes' });
  await notes.getByRole('textbox', { name: 'Note' }).fill('Thank Lantern Ropeworks in person');
  await notes.getByLabel('Who sees to it').selectOption({ label: 'Ilse Varga' });
  await notes.getByLabel('Until').fill('17 nov 2026');
  await notes.getByLabel('Until').press('Tab');
  await notes.getByRole('button', { name: 'Write the note' }).click();
  await expect(notes.getByRole('listitem').first()).toContainText('Ilse Varga sees to it');

  // It stands on her first page, and on his: it is overdue.
  await seller.goto('/');
  const toDo = seller.getByRole('region', { name: 'To do' });
  await expect(toDo).toContainText('overdue since 17 Nov 2026');
  await manager.goto('/');
  await expect(manager.getByRole('region', { name: 'To do' })).toContainText(
    'Thank Lantern Ropeworks in person',
  );
  await toDo.getByRole('checkbox', { name: 'Done: Thank Lantern Ropeworks in person' }).click();
  await expect(toDo).not.toContainText('Thank Lantern Ropeworks');
  await expect(manager.getByRole('region', { name: 'To do' })).not.toContainText(
    'Thank Lantern Ropeworks',
  );

  // What was booked for the test is taken back: others look at the same figures.
  const voided = await manager.evaluate(async () => {
    const { csrf } = (await (await fetch('/api/v1/session')).json()) as { csrf: string };
    const alerts = (await (await fetch('/api/v1/alerts')).json()) as {
      alerts: { dealId: number }[];
    };
    const id = alerts.alerts[0]!.dealId;
    const answer = await fetch(`/api/v1/deals/${id}/void`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-csrf': csrf },
      body: JSON.stringify({ reason: 'a test', version: 1 }),
    });
    return answer.status;
  });
  expect(voided).toBe(200);
  await manager.goto('/alerts');
  await manager.getByRole('button', { name: 'Remove A large deal is won' }).click();
  await expect(manager.getByText('“A large deal is won” is removed.').first()).toBeVisible();
});

test('the first page says who is behind, by how much, and why', async ({ page }) => {
  await signIn(page, 'marit', '/');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/are €\d+k behind/);
  const why = page.getByRole('region', { name: 'Why' });
  const amounts = await why.getByRole('listitem').allInnerTexts();
  const value = (text: string) =>
    Number(/[+−]€([\d,]+)/.exec(text)![0].replace(/[€,+]/g, '').replace('−', '-'));
  const [own, ...parts] = amounts.map(value).reverse();
  // The lines make the gap, but for what each is rounded.
  expect(Math.abs(parts.reduce((sum, part) => sum + part, 0) - own!)).toBeLessThanOrEqual(
    parts.length,
  );
  await why.getByRole('link').first().click();
  await expect(page).toHaveURL(/\/profile/);
});

test('a view is kept, sent as a report, and arrives', async ({ page }) => {
  await signIn(page, 'marit', '/ladder');
  await page.getByRole('button', { name: 'Views' }).click();
  await page.getByLabel('Keep what is shown as').fill('Ladder of the month');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('The view “Ladder of the month” is kept.').first()).toBeVisible();
  await page.goto('/reports');
  await page.getByRole('button', { name: 'New report…' }).click();
  const form = page.getByRole('dialog', { name: 'New report' });
  await form.getByLabel('With it goes').selectOption({ label: 'the standing as PDF' });
  await expect(form.getByText('Choose to whom it goes.')).toBeVisible();
  await form.getByRole('checkbox', { name: 'Marit Osei' }).check();
  await form.getByRole('button', { name: 'Make the report' }).click();
  await page.getByRole('button', { name: 'Send me one now Ladder of the month' }).click();
  await expect(page.getByText('It is on its way to you.').first()).toBeVisible();
  await expect(async () => {
    await page.goto(MAIL);
    await page
      .getByRole('link', { name: /^Ladder of the month/ })
      .first()
      .click({ timeout: 1_000 });
  }).toPass();
  await expect(page.getByRole('region', { name: 'Files' })).toContainText('.pdf');
});

test('targets are set by product, and stand beside what was sold', async ({ page }) => {
  await signIn(page, 'admin', '/plan?unit=northgate&period=FY2028-Q1');
  await page.goto('/standing/slices?unit=saltmarsh&period=FY2027-Q3&by=category');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('categories with a target');
  await page.getByRole('link', { name: 'Targets by category in Plan' }).click();
  await expect(page.getByLabel('Rows of the plan')).toHaveValue('category');
  await page.getByRole('button', { name: 'New draft…' }).click();
  const draft = page.getByRole('dialog');
  await draft.getByLabel('Name').fill('By category');
  await draft.getByRole('button', { name: 'Begin the draft' }).click();
  await expect(page.getByText('not yet published')).toBeVisible();
  const cell = page.getByRole('gridcell', { name: /^Clothing, October 2026/ });
  await cell.click();
  await page.keyboard.type('12000');
  await page.keyboard.press('Enter');
  await expect(cell).toContainText('12,000');
  await expect(page.getByText('saving …')).toBeHidden();
  await page.reload();
  await expect(cell).toContainText('12,000');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Discard this draft' }).click();
});
