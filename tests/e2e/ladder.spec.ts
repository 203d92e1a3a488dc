import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { signIn } from './actions';

test('a ladder ranks by what is asked, and each name opens its page', async ({ page }) => {
  await signIn(page, 'marit', '/ladder');
  const table = page.getByRole('table', { name: /Ranking of Saltmarsh branch/ });
  await expect(table.getByRole('row')).toHaveCount(9);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('leads November 2026');
  await page.getByRole('group', { name: 'Ranked by' }).getByRole('button', { name: 'Gap' }).click();
  await expect(page).toHaveURL(/by=gap/);
  await page.getByRole('group', { name: 'Level' }).getByRole('button', { name: 'Teams' }).click();
  await expect(
    page.getByRole('table', { name: /Ranking of Saltmarsh branch/ }).getByRole('row'),
  ).toHaveCount(4);
  await page.getByRole('group', { name: 'Length' }).getByRole('button', { name: 'Year' }).click();
  await expect(page).toHaveURL(/period=FY2027(&|$)/);
  await page.reload();
  await expect(
    page.getByRole('group', { name: 'Ranked by' }).getByRole('button', { name: 'Gap' }),
  ).toHaveAttribute('aria-pressed', 'true');
  await page
    .getByRole('link', { name: /Engines/ })
    .first()
    .focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/profile\?.*unit=saltmarsh-engines|\/profile\?.*unit=/);
  await expect(page.getByRole('heading', { level: 2, name: 'What it takes' })).toBeVisible();
});

test('a ladder of forty shows everyone, and says who is pointed at or reached by key', async ({
  page,
}) => {
  await signIn(page, 'admin', '/ladder?unit=harrow-tide');
  const marks = page.getByRole('group', { name: 'Ladder by attainment' }).getByRole('link');
  await expect(marks.nth(20)).toBeVisible();
  expect(await marks.count()).toBeGreaterThan(35);
  const middle = marks.nth(20);
  await expect(middle).toHaveText('');
  const name = await middle.getAttribute('aria-label');
  await middle.focus();
  await expect(middle).toContainText(name!.split(' ')[0]!);
  await middle.blur();
  await expect(middle).toHaveText('');
});

test('names on a ladder never overlap, of three, of twelve and of forty', async ({ page }) => {
  await signIn(page, 'admin', '/ladder?unit=harrow-tide');
  for (const [unit, least] of [
    ['harrow-tide', 10],
    ['northgate', 12],
    ['a team', 0],
  ] as const) {
    if (least === 0)
      await page.goto(
        `/ladder?unit=${await page
          .getByRole('treeitem', { name: /Engines/ })
          .first()
          .getAttribute('data-unit')}`,
      );
    else await page.goto(`/ladder?unit=${unit}`);
    const labels = page
      .locator('section')
      .filter({ has: page.getByRole('heading', { name: /^Ladder/ }) })
      .locator('text[data-label]');
    await expect(labels.first()).toBeVisible();
    const boxes = await labels.evaluateAll((all) =>
      all
        .map((each) => each.getBoundingClientRect())
        .map(({ top, bottom }) => ({ top, bottom }))
        .sort((a, b) => a.top - b.top),
    );
    expect(boxes.length).toBeGreaterThanOrEqual(Math.max(2, least));
    boxes.slice(1).forEach((box, index) => expect(box.top - boxes[index]!.top).toBeGreaterThan(11));
  }
});

test('a salesperson has a page of their own and sees their place in the team', async ({ page }) => {
  await signIn(page, 'ilse', '/profile');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('You have ');
  await expect(page.getByText(/place \d of 4/)).toBeVisible();
  for (const name of ['What it takes', 'Target and its history', 'Deals'])
    await expect(
      page.getByRole('heading', { level: 2, name: new RegExp(`^${name}`) }),
    ).toBeVisible();
  // What it is made of adds up to what is booked.
  const booked = await page
    .getByRole('term')
    .filter({ hasText: 'booked, 1–18 Nov 2026' })
    .locator('xpath=..')
    .getByRole('button')
    .innerText();
  await expect(
    page.getByRole('region', { name: 'What', exact: true }).getByRole('row', { name: /^All \d+/ }),
  ).toContainText(booked);
  // A picture is drawn small and square, shown at once, and taken away again.
  await page.getByLabel('Picture of Ilse Varga').setInputFiles({
    name: 'me.png',
    mimeType: 'image/png',
    buffer: readFileSync('docs/screenshots/standing.png'),
  });
  await expect(page.getByRole('button', { name: 'Change picture' })).toBeVisible();
  expect(
    await page.locator('main img').evaluate(async (image) => {
      await (image as HTMLImageElement).decode();
      return [(image as HTMLImageElement).naturalWidth, (image as HTMLImageElement).naturalHeight];
    }),
  ).toEqual([256, 256]);
  await page.getByRole('button', { name: 'Remove' }).click();
  await expect(page.getByRole('button', { name: 'Add a picture' })).toBeVisible();
  await page
    .getByLabel('Picture of Ilse Varga')
    .setInputFiles({ name: 'me.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') });
  await expect(page.getByText('This is not a picture.').first()).toBeVisible();
  await page.getByRole('link', { name: 'Ladder' }).last().click();
  await expect(page.getByText(/^You: place/)).toBeVisible();
});

test('a status rule is tried before it is kept, and is marked where it begins', async ({
  page,
}) => {
  await signIn(page, 'admin', '/setup/status?unit=saltmarsh');
  await page.getByRole('button', { name: 'Change… the rule of Win rate' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('heading', { name: /who would change grade/ })).toBeVisible();
  await dialog.getByLabel('Grade 3 from, %').fill('70');
  await expect(
    dialog.getByText('The threshold of the better grade must lie above the other.'),
  ).toBeVisible();
  await dialog.getByLabel('Grade 2 from, %').fill('60');
  await dialog.getByLabel('Word of grade 3 while it runs').fill('fine');
  await dialog.getByLabel('From', { exact: true }).fill('2026-11-02');
  await dialog.getByLabel('Why').fill('as agreed in spring');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  await page.goto('/standing/parts?unit=saltmarsh&period=FY2027&by=month&measure=win_rate');
  await expect(
    page.getByRole('link', { name: /November 2026: .*another status rule from 2026-11-02/ }),
  ).toBeVisible();
  await page.goto('/setup/status?unit=saltmarsh');
  await page
    .getByRole('button', { name: 'Take back the rule of Win rate from 2026-11-02' })
    .click();
  await expect(page.getByRole('button', { name: /Take back the rule of Win rate/ })).toHaveCount(0);
});
