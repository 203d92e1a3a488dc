import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { fillDeal, readAmount, signIn } from './actions';

test('a month is seen day by day, added up, and its numbers leave as files', async ({ page }) => {
  await signIn(page, 'marit', '/standing/parts');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    /of 13 working days of November 2026 so far/,
  );
  await expect(
    page.getByRole('link', { name: /1 Nov 2026: .*closed|Sun 1 Nov 2026/ }).first(),
  ).toBeVisible();
  await page
    .getByRole('group', { name: 'Cut into' })
    .getByRole('button', { name: 'Weeks' })
    .click();
  await page
    .getByRole('group', { name: 'Shown as' })
    .getByRole('button', { name: 'Cumulative' })
    .click();
  await expect(page).toHaveURL(/by=week&added=up/);
  await page.getByRole('button', { name: 'Show as table' }).click();
  await expect(page.getByRole('region', { name: /as table/ }).getByRole('row')).toHaveCount(7);
  await page.getByRole('button', { name: /^Save Revenue by week/ }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Numbers (CSV)' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8').split('\r\n')).toHaveLength(7);
  await page.getByRole('button', { name: 'Show the picture' }).click();
  for (const [name, begins] of [
    ['Picture (SVG)', '<svg'],
    ['Picture (PNG)', '\u0089PNG'],
  ] as const) {
    await page.getByRole('button', { name: /^Save Revenue by week/ }).click();
    const [picture] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name }).click(),
    ]);
    expect(readFileSync(await picture.path(), 'latin1').startsWith(begins)).toBe(true);
  }
});

test('a scorecard shows chosen measures, each figure opens to the deals that add up to it', async ({
  page,
}) => {
  await signIn(page, 'marit', '/standing/scorecard');
  const card = page.getByRole('region', { name: 'Scorecard' });
  await expect(card.getByRole('row')).toHaveCount(10);
  await page.getByRole('button', { name: 'Measures (7)' }).click();
  await page.getByRole('checkbox', { name: 'Win rate' }).click();
  await page.keyboard.press('Escape');
  await expect(page).toHaveURL(/measures=revenue/);
  await expect(card.getByRole('row')).toHaveCount(9);
  const booked = card
    .getByRole('row', { name: /^Revenue/ })
    .getByRole('button')
    .first();
  const shown = readAmount(await booked.innerText());
  await booked.click();
  const made = page.getByRole('dialog');
  await expect(made.getByText(/attainment = revenue \/ target/)).toBeVisible();
  await expect(made.getByRole('region', { name: 'Status' })).toContainText('by the standard rule');
  await expect(made.getByRole('row', { name: /^All/ })).toBeVisible();
  expect(
    Math.round(
      readAmount(
        await made.getByRole('row', { name: /^All/ }).getByRole('cell').last().innerText(),
      ),
    ),
  ).toBe(shown);
  await made.getByRole('link', { name: 'See them in Deals' }).click();
  await expect(page).toHaveURL(/\/deals\?.*status=won/);
});

test('two measures of all branches stand beside each other', async ({ page }) => {
  await signIn(page, 'admin', '/standing/pairs?unit=harrow-tide');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    'on pace in gross margin but not in revenue',
  );
  const table = page.getByRole('table', { name: 'Revenue beside Gross margin' });
  await expect(table.getByRole('row')).toHaveCount(5);
  await table.getByRole('row').nth(1).focus();
  await page.keyboard.press('e');
  await expect(page.getByRole('dialog').getByText('How this is made')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /Northgate branch/ }).click();
  await expect(page).toHaveURL(/\/profile\?.*unit=northgate/);
});

test('the year ahead says what was made, what runs with its odds, and what it takes', async ({
  page,
}) => {
  await signIn(page, 'marit', '/standing/ahead');
  await expect(
    page.getByRole('list', { name: 'Months of FY 2027' }).getByRole('listitem'),
  ).toHaveCount(12);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    /November 2026 is expected to reach \d+% of target, odds/,
  );
  await expect(page.getByText(/on each of 8 working days, or \d+ average deals/)).toBeVisible();
  await page.getByRole('button', { name: /^Dec/ }).last().click();
  await expect(page).toHaveURL(/period=FY2027-P09/);
  await expect(
    page.getByRole('heading', { level: 2, name: /What it takes.*December 2026/ }),
  ).toBeVisible();
});

test('a standing is printed on one page, with what its words mean', async ({ page }) => {
  await signIn(page);
  await page.getByRole('button', { name: 'Print or save' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'One page (PDF)' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('standing saltmarsh FY2027-P08 revenue.pdf');
  const content = readFileSync(await download.path(), 'latin1');
  expect(content.startsWith('%PDF-')).toBe(true);
  expect(content.match(/\/Type \/Page\b/g)).toHaveLength(1);
  // Drawn in vectors: there is no picture in it.
  expect(content).not.toContain('/Subtype /Image');
});

test('a wall board needs no sign-in, shows a booked deal by itself, says when it is cut off, and can be withdrawn', async ({
  page,
  browser,
}) => {
  await signIn(page, 'marit', '/setup/boards');
  await page.getByLabel('Name of the new board').fill('Hall');
  await page.getByRole('checkbox', { name: 'Saltmarsh branch', exact: true }).check();
  await page.getByRole('button', { name: 'Make the board' }).click();
  const link = await page.getByLabel('The link of the board').inputValue();
  const context = await browser.newContext({ viewport: { width: 1280, height: 720 } });
  const wall = await context.newPage();
  await wall.goto(link);
  await expect(wall.getByRole('heading', { level: 1 })).toHaveText('Saltmarsh branch');
  await expect(
    wall.getByRole('region', { name: 'Ladder of Saltmarsh branch' }).getByRole('img'),
  ).not.toHaveCount(0);
  await page.goto('/deals?book=new');
  await fillDeal(page, '1234.56', 'Wall Yard');
  await page.getByRole('dialog').getByRole('button', { name: 'Book', exact: true }).click();
  await expect(wall.getByRole('region', { name: 'Newest deals' })).toContainText('€1,234.56');
  // Cut off: it keeps what it has and says since when; back, it goes on by itself.
  await wall.route('**/api/v1/public/boards/**', (route) => route.abort());
  await page.goto('/deals?book=new');
  await fillDeal(page, '77.70', 'Wall Yard');
  await page.getByRole('dialog').getByRole('button', { name: 'Book', exact: true }).click();
  await expect(wall.getByRole('status')).toContainText('No connection since');
  await expect(wall.getByRole('region', { name: 'Newest deals' })).toContainText('€1,234.56');
  await wall.unroute('**/api/v1/public/boards/**');
  await expect(wall.getByRole('region', { name: 'Newest deals' })).toContainText('€77.70');
  await expect(wall.getByRole('status')).toContainText('newest deal recorded');
  await page.goto('/setup/boards');
  await page.getByRole('button', { name: 'Withdraw Hall' }).click();
  await expect(
    wall.getByRole('heading', { name: 'This board is not shown any more' }),
  ).toBeVisible();
  await context.close();
});

test('an address that makes no sense says what is wrong and how to go on', async ({ page }) => {
  await signIn(page);
  for (const [path, words] of [
    ['/standing/parts?unit=saltmarsh&period=FY2027&by=day', 'cannot be cut like this'],
    ['/standing/scorecard?measures=luck', 'No such measure'],
    ['/standing/pairs?with=luck', 'No such measure'],
    ['/standing/ahead?unit=nobody', 'No such unit'],
    ['/profile?unit=northgate', 'No such unit'],
    ['/ladder?period=FY2027-P09..FY2027-P02', 'No such period'],
    ['/standing/parts?period=2026-99', 'No such period'],
  ] as const) {
    await page.goto(path);
    await expect(page.getByRole('alert').first()).toContainText(words);
  }
  await page.goto('/standing/parts?unit=saltmarsh&period=FY2027&by=day');
  await page.getByRole('button', { name: 'Show it in the finest parts that can be seen' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('FY 2027');
  await page.goto('/standing?unit=saltmarsh&period=FY1950');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('FY 1950');
});

test('who is behind, by how much and what it takes is found by keyboard alone', async ({
  page,
}) => {
  await signIn(page);
  const headline = page.getByRole('main').getByRole('heading', { level: 1 });
  await expect(headline).toContainText('Saltmarsh');
  // From the tree to the weakest team, which the sentence then names with its gap.
  await page.getByRole('treeitem', { name: /Saltmarsh/ }).focus();
  await page.keyboard.press('End');
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('treeitem', { name: /Engines/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(headline).toContainText('Engines has booked');
  // In the ranking: the last row, how its figure is made, then its page.
  const table = page.getByRole('table', { name: /Ranking of Engines/ });
  await table.getByRole('row').nth(1).focus();
  await page.keyboard.press('End');
  await expect(table.getByRole('row').last()).toBeFocused();
  await page.keyboard.press('e');
  await expect(page.getByRole('dialog')).toContainText(/Mina Okafor/);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page).toHaveURL(/unit=s-engines/);
  // Each way to look at it is a link that Enter follows, and the place stays.
  for (const [tab, path] of [
    ['Day by day', 'standing/parts'],
    ['Scorecard', 'standing/scorecard'],
    ['Compare measures', 'standing/pairs'],
    ['Year ahead', 'standing/ahead'],
  ] as const) {
    const link = page
      .getByRole('navigation', { name: 'Standing' })
      .getByRole('link', { name: tab });
    await link.focus();
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(new RegExp(`/${path}\\?.*unit=s-engines`));
    await expect(headline).toBeVisible();
  }
  // What it takes stands there in words.
  await expect(page.getByRole('heading', { level: 2, name: /^What it takes/ })).toBeVisible();
  // The ladder: ranked otherwise by keyboard, and a name opened from the table.
  await page
    .getByRole('navigation', { name: 'Views' })
    .getByRole('link', { name: 'Ladder' })
    .focus();
  await page.keyboard.press('Enter');
  await page.getByRole('group', { name: 'Ranked by' }).getByRole('button', { name: 'Gap' }).focus();
  await page.keyboard.press('Space');
  await expect(page).toHaveURL(/by=gap/);
  const ranking = page.getByRole('table', { name: /Ranking of Engines by gap/ });
  await ranking.getByRole('row').nth(1).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/profile\?.*unit=(jreik|mokafor|plind)/);
  await page.goBack();
  await expect(ranking).toBeVisible();
});

test('the page comes with a policy whose nonce is its own each time, and breaks none of it', async ({
  page,
}) => {
  const complaints: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(message.text());
  });
  const nonces: string[] = [];
  for (let i = 0; i < 2; i++) {
    const answer = await page.goto('/sign-in');
    const policy = (await answer!.headerValue('content-security-policy'))!;
    const nonce = /style-src 'self' 'nonce-([0-9a-f]{32})'/.exec(policy)![1]!;
    expect(policy).not.toContain('unsafe');
    expect(await page.locator('meta[name="style-nonce"]').getAttribute('content')).toBe(nonce);
    nonces.push(nonce);
  }
  expect(nonces[0]).not.toBe(nonces[1]);
  await signIn(page);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Saltmarsh');
  // Menus and dialogs put styles into the page while they are open.
  await page.getByRole('button', { name: /menu of Marit/ }).click();
  await expect(page.getByRole('menu')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.locator('body').press('/');
  await expect(page.getByPlaceholder(/A person, a team/)).toBeVisible();
  expect(complaints.filter((text) => /policy/i.test(text))).toEqual([]);
});
