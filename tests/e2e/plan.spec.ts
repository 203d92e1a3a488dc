import { expect, type Page, test } from '@playwright/test';
import { holdAnswers, listWrites, signIn } from './actions';

const cell = (page: Page, name: string) =>
  page.getByRole('gridcell', { name: new RegExp(`^${name}:`) });
const valueOf = async (page: Page, name: string) =>
  Number((await cell(page, name).innerText()).replace(/\D/g, ''));

/**
 * Begins a draft of the year that is open; the name is one nobody has used, also on a second try.
 */
async function beginDraft(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'New draft…' }).click();
  await page.getByLabel('Name').fill(`${name} ${Date.now()}`);
  await page.getByRole('button', { name: 'Begin the draft' }).click();
  await expect(page.getByText('not yet published')).toBeVisible();
}

async function openInDraft(
  page: Page,
  name: string,
  who: 'marit' | 'admin' = 'marit',
  path = '/plan?period=FY2027-Q4',
): Promise<void> {
  await signIn(page, who, path);
  await beginDraft(page, name);
}

test('a typed target adds up to quarter, team and branch at once, and undo takes it back', async ({
  page,
}) => {
  await openInDraft(page, 'typing');
  const [team, quarter] = [
    await valueOf(page, 'Deck & rigging, January 2027'),
    await valueOf(page, 'Noor Kassem, Q4 of FY 2027'),
  ];
  const before = await valueOf(page, 'Noor Kassem, January 2027');
  await cell(page, 'Noor Kassem, January 2027').click();
  await page.keyboard.type(String(before + 5000));
  await page.keyboard.press('Enter');
  await expect.poll(() => valueOf(page, 'Deck & rigging, January 2027')).toBe(team + 5000);
  expect(await valueOf(page, 'Noor Kassem, Q4 of FY 2027')).toBe(quarter + 5000);
  await expect(page.getByRole('row', { name: /Unallocated/ })).toContainText('5,000');
  await expect(cell(page, 'Rui Falcao, January 2027')).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect.poll(() => valueOf(page, 'Noor Kassem, January 2027')).toBe(before);
  await page.keyboard.press('Control+y');
  await expect.poll(() => valueOf(page, 'Noor Kassem, January 2027')).toBe(before + 5000);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => valueOf(page, 'Noor Kassem, January 2027')).toBe(before);
  await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled();
  // What is undone is undone on the server too.
  await page.reload();
  await expect.poll(() => valueOf(page, 'Noor Kassem, January 2027')).toBe(before);
});

test('a block from a spreadsheet is pasted whole, or not at all', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openInDraft(page, 'pasting');
  const paste = async (text: string) => {
    await page.evaluate((block) => navigator.clipboard.writeText(block), text);
    await cell(page, 'Jonas Reik, January 2027').click();
    await page.keyboard.press('Control+v');
  };
  const before = await valueOf(page, 'Jonas Reik, January 2027');
  await paste('70,000\t71,000\t72,000\n60k\tseventy\t62000\n');
  await expect(page.getByText('“seventy” is not an amount').first()).toBeVisible();
  expect(await valueOf(page, 'Jonas Reik, January 2027')).toBe(before);
  await paste('1\t2\t3\t4\t5');
  await expect(
    page.getByText('The block has 5 columns, but only 4 are left from here').first(),
  ).toBeVisible();
  await paste('70,000\t71,000\t72,000\n60k\t61k\t62000\n');
  await expect.poll(() => valueOf(page, 'Mina Okafor, March 2027')).toBe(62_000);
  expect(await valueOf(page, 'Jonas Reik, Q4 of FY 2027')).toBe(213_000);
  await page.keyboard.press('Control+z');
  await expect.poll(() => valueOf(page, 'Jonas Reik, January 2027')).toBe(before);
});

test('a selection is changed by a percent, filled with one value, and given a floor and a stretch', async ({
  page,
}) => {
  await openInDraft(page, 'percent');
  const before = await valueOf(page, 'Ilse Varga, January 2027');
  await cell(page, 'Ilse Varga, January 2027').click();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.type('+10%');
  await page.keyboard.press('Enter');
  await expect.poll(() => valueOf(page, 'Ilse Varga, January 2027')).toBe(Math.round(before * 1.1));
  await page.keyboard.type('66k');
  await page.keyboard.press('Control+Enter');
  await expect.poll(() => valueOf(page, 'Ilse Varga, January 2027')).toBe(66_000);
  expect(await valueOf(page, 'Ilse Varga, February 2027')).toBe(66_000);
  await cell(page, 'Ilse Varga, January 2027').click();
  await page.getByLabel('Floor').fill('70k');
  await page.keyboard.press('Enter');
  await expect(page.getByText('A floor cannot lie above the target.').first()).toBeVisible();
  await page.getByLabel('Floor').fill('60k');
  await page.keyboard.press('Enter');
  await page.getByLabel('Stretch', { exact: true }).fill('75,000');
  await Promise.all([
    page.waitForResponse(
      (answer) =>
        answer.url().endsWith('/targets') && answer.request().postData()!.includes('75000.00'),
    ),
    page.keyboard.press('Enter'),
  ]);
  await page.reload();
  await cell(page, 'Ilse Varga, January 2027').click();
  await expect(page.getByLabel('Floor')).toHaveValue('60,000');
  await expect(page.getByLabel('Stretch', { exact: true })).toHaveValue('75,000');
});

test('a zero too many is pointed out', async ({ page }) => {
  await openInDraft(page, 'zeros');
  await cell(page, 'Petra Lind, February 2027').click();
  await page.keyboard.type('480000');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await expect(
    page.getByText(/Is €480,000 meant\? It is \d+ times the period before/),
  ).toBeVisible();
});

test('what is unallocated is found and allocated in one step, and taken back in one', async ({
  page,
}) => {
  await openInDraft(page, 'rest');
  const own = await valueOf(page, 'Branch target, January 2027');
  const person = await valueOf(page, 'Ilse Varga, January 2027');
  await cell(page, 'Branch target, January 2027').click();
  await page.keyboard.type(String(own + 40_000));
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Allocate €40,000' }).click();
  await expect(page.getByRole('row', { name: /Unallocated/ })).not.toContainText('40,000');
  expect(await valueOf(page, 'Ilse Varga, January 2027')).toBeGreaterThan(person);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => valueOf(page, 'Ilse Varga, January 2027')).toBe(person);
  await expect(page.getByRole('row', { name: /Unallocated/ })).toContainText('40,000');
});

test('two managers at one cell: each sees the other, the later one sees both values and nothing is overwritten', async ({
  page,
  browser,
}) => {
  await openInDraft(page, 'together', 'admin', '/plan?period=FY2027-Q4&unit=saltmarsh');
  const link = page.url();
  const name = 'Tomas Brandt, March 2027';
  const other = await (await browser.newContext()).newPage();
  await signIn(other, 'marit', link.slice(link.indexOf('/plan')));
  await expect(cell(other, name)).toBeVisible();
  await cell(page, name).click();
  await page.keyboard.type('90000');
  await page.keyboard.press('Enter');
  await expect.poll(() => valueOf(other, name)).toBe(90_000);
  // From here on the second window hears of nothing, as if its connection were slow.
  await other.route('**/api/v1/events', (route) => route.abort());
  await other.reload();
  await expect(cell(other, name)).toBeVisible();
  await cell(page, name).click();
  await page.keyboard.type('91000');
  // It stands in the cell before it is saved.
  await Promise.all([
    page.waitForResponse((answer) => answer.request().method() === 'PUT' && answer.ok()),
    page.keyboard.press('Enter'),
  ]);
  expect(await valueOf(page, name)).toBe(91_000);
  await cell(other, name).click();
  await other.keyboard.type('77000');
  await other.keyboard.press('Enter');
  await expect(
    other.getByText(/Someone changed .*: now 91000\.00, yours was 77000\.00/).first(),
  ).toBeVisible();
  expect(await valueOf(page, name)).toBe(91_000);
  await other.getByRole('button', { name: 'Use mine' }).click();
  await expect.poll(() => valueOf(page, name)).toBe(77_000);
});

test('published targets are revised only with a reason, which their history shows', async ({
  page,
}, { retry }) => {
  await signIn(page, 'marit', '/plan?period=FY2027-Q4');
  await cell(page, 'Mina Okafor, March 2027').click();
  await page.keyboard.type('9');
  await page.getByLabel('Reason').fill(`took over two customers ${retry}`);
  await page.getByRole('button', { name: 'Revise', exact: true }).click();
  await expect(page.getByText(`revising: took over two customers ${retry}`)).toBeVisible();
  await cell(page, 'Mina Okafor, March 2027').click();
  await page.keyboard.type(String(115_000 + retry));
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await expect(
    page
      .getByRole('region', { name: 'Beside the grid' })
      .getByText(`(took over two customers ${retry})`),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Done revising' }).click();
  await expect(page.getByRole('button', { name: 'Revise…' })).toBeVisible();
});

test('someone who may only read cannot type, and sees no drafts', async ({ page }) => {
  await signIn(page, 'viewer', '/plan?period=FY2027-Q4');
  await expect(page.getByText('read only')).toBeVisible();
  await cell(page, 'Ewa Kowal, January 2027').click();
  await page.keyboard.type('5');
  await expect(page.getByText('Your role may read targets, not set them.').first()).toBeVisible();
  await page.getByRole('button', { name: /^Published:/ }).click();
  await expect(page.getByRole('menuitem')).toHaveCount(1);
});

test('a salesperson is reminded of targets they have not seen, and acknowledges them', async ({
  browser,
}) => {
  const [manager, person] = await Promise.all([browser.newPage(), browser.newPage()]);
  await signIn(person, 'ilse', '/profile');
  const badge = person.getByRole('link', { name: /Plan/ }).getByTitle(/to acknowledge/);
  const years = Number((await badge.textContent())!.match(/\d+/)![0]);
  const note = person.getByText(/^(You have new targets for|Your targets for) FY \d{4}/).first();
  const year = (await note.textContent())!.match(/\d{4}/)![0];
  await signIn(manager, 'marit', `/plan?unit=saltmarsh&period=FY${year}`);
  await manager.getByRole('button', { name: 'More', exact: true }).click();
  await manager.getByRole('menuitem', { name: 'Who has acknowledged…' }).click();
  await manager.getByRole('button', { name: /^Remind/ }).click();
  await expect(manager.getByText(/^\d+ (people are|person is) reminded/)).toBeVisible();
  await expect(person.getByText(/asked you to look at them on/)).toBeVisible();
  await person.getByRole('link', { name: 'Look at them and acknowledge' }).first().click();
  await person.getByRole('button', { name: 'Acknowledge' }).click();
  await expect(person.getByRole('button', { name: 'Leave a remark' })).toBeVisible();
  if (years > 1) await expect(badge).toHaveText(`${years - 1} to acknowledge`);
  else await expect(badge).toBeHidden();
});

test('a salesperson acknowledges own targets with a remark, and the manager sees it', async ({
  page,
  browser,
}, { retry }) => {
  await signIn(page, 'ilse', '/plan?period=FY2027-Q4');
  await expect(page.getByText('read only')).toBeVisible();
  await page.getByLabel('Remark (optional)').fill(`March is tight ${retry}`);
  await page.getByRole('form', { name: 'Your targets' }).getByRole('button').click();
  await expect(
    page.getByText(`You have acknowledged them. You wrote: “March is tight ${retry}”`),
  ).toBeVisible();
  const manager = await (await browser.newContext()).newPage();
  await signIn(manager, 'marit', '/plan?period=FY2027-Q4');
  await manager.getByRole('button', { name: 'More' }).click();
  await manager.getByRole('menuitem', { name: 'Who has acknowledged…' }).click();
  await expect(manager.getByRole('row').filter({ hasText: 'Ilse Varga' })).toContainText(
    `March is tight ${retry}`,
  );
  await expect(manager.getByRole('row').filter({ hasText: 'Jonas Reik' })).toContainText('not yet');
});

test("by keyboard alone, from last year's numbers to a published plan for all branches", async ({
  page,
}) => {
  await signIn(page, 'admin', '/plan?period=FY2028');
  const begun = Date.now();
  await expect(page.getByRole('button', { name: 'No plan yet' })).toBeVisible();
  // A new draft.
  await tabTo(page, 'New draft…');
  await page.keyboard.press('Enter');
  await page.keyboard.type(`Plan FY 2028 ${begun}`);
  await page.keyboard.press('Tab');
  await page.keyboard.type('nothing');
  await tabTo(page, 'Begin the draft');
  await page.keyboard.press('Enter');
  await expect(page.getByText('not yet published')).toBeVisible();
  // Everyone's last year plus six percent, in hundreds.
  await tabTo(page, 'From last year…');
  await page.keyboard.press('Enter');
  await page.getByRole('dialog').waitFor();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('6');
  const preview = page.getByRole('table', { name: 'Cells that would change' });
  await expect(preview.getByRole('row').nth(1)).toBeVisible();
  await page.keyboard.press('Enter');
  await expect.poll(async () => valueOf(page, 'Key accounts, FY 2028')).toBeGreaterThan(1_000_000);
  const total = await valueOf(page, 'Key accounts, FY 2028');
  // Published, with a note.
  await tabTo(page, 'Publish draft…');
  await page.keyboard.press('Enter');
  await page.getByRole('dialog').waitFor();
  await page.keyboard.type('last year plus six percent');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/is published: \d+ targets changed/).first()).toBeVisible();
  await expect(page.getByRole('button', { name: /^Published: Plan FY 2028/ })).toBeVisible();
  expect(Date.now() - begun).toBeLessThan(180_000);
  // The sums agree wherever they are shown.
  expect(await valueOf(page, 'Key accounts, FY 2028')).toBe(total);
  await page.goto('/standing?unit=key&period=FY2028');
  await expect(
    page
      .getByRole('main')
      .getByText(new RegExp(`€${total.toLocaleString('en-GB')}`))
      .first(),
  ).toBeVisible();
});

/** Moves the focus on, as someone without a mouse would, until it is on the button. */
async function tabTo(page: Page, name: string): Promise<void> {
  const button = page.getByRole('button', { name });
  await expect(button).toBeVisible();
  for (let i = 0; i < 120; i++) {
    if (await button.evaluate((each) => each === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab never reached “${name}”.`);
}

test('a total is shared out over the months by shares of one’s own, which must add up to 100', async ({
  page,
}) => {
  await openInDraft(page, 'shares');
  await page.getByRole('button', { name: 'Share out a total…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Total, all together').fill('70,000');
  await dialog.getByLabel('Over people').selectOption('even');
  await dialog.getByLabel('Over periods').selectOption('custom');
  await dialog.getByLabel('Share of FY2027-P10').fill('50');
  await dialog.getByLabel('Share of FY2027-P11').fill('30');
  await dialog.getByLabel('Share of FY2027-P12').fill('19');
  await expect(
    dialog.getByText('The shares of the periods add up to 99 %, not 100 %.').first(),
  ).toBeVisible();
  await dialog.getByLabel('Share of FY2027-P12').fill('20');
  await dialog.getByLabel('Rounded to').selectOption('1');
  await dialog.getByRole('button', { name: /^Fill \d+ cells$/ }).click();
  const people = [
    'Ilse Varga',
    'Noor Kassem',
    'Rui Falcao',
    'Tomas Brandt',
    'Jonas Reik',
    'Mina Okafor',
    'Petra Lind',
  ];
  await expect
    .poll(async () =>
      (await Promise.all(people.map((name) => valueOf(page, `${name}, January 2027`)))).reduce(
        (sum, value) => sum + value,
        0,
      ),
    )
    .toBe(35_000);
});

test('targets are set in another currency at the plan’s fixed rate, and by week', async ({
  page,
}) => {
  await openInDraft(page, 'pounds', 'admin', '/plan?unit=n-deck&period=FY2027-Q4');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Fixed rates…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('is worth in EUR').fill('nothing');
  await dialog.getByRole('button', { name: 'Keep these rates' }).click();
  await expect(dialog.getByText('Is not a rate.')).toBeVisible();
  await dialog.getByLabel('is worth in EUR').fill('1.25');
  await dialog.getByRole('button', { name: 'Keep these rates' }).click();
  await expect(page.getByText('The rates are kept.').first()).toBeVisible();
  await page.getByLabel('Currency of targets').selectOption('GBP');
  await expect(page.getByRole('columnheader', { name: 'GBP at 1.25 EUR' })).toBeVisible();
  await cell(page, 'Aoife Halloran, January 2027').click();
  await page.keyboard.type('40,000');
  await page.keyboard.press('Enter');
  await expect.poll(() => valueOf(page, 'Aoife Halloran, January 2027')).toBe(40_000);
  await page.getByLabel('Currency of targets').selectOption('EUR');
  await expect.poll(() => valueOf(page, 'Aoife Halloran, January 2027')).toBe(50_000);

  await page.getByRole('button', { name: 'Weeks' }).click();
  await cell(page, 'Daan Mertens, week 2 of 2027, 11–17 Jan 2027').click();
  await page.keyboard.type('12,500');
  await page.keyboard.press('Enter');
  await expect
    .poll(() => valueOf(page, 'Daan Mertens, week 2 of 2027, 11–17 Jan 2027'))
    .toBe(12_500);
  await page.keyboard.press('Control+z');
  await expect
    .poll(() => valueOf(page, 'Daan Mertens, week 2 of 2027, 11–17 Jan 2027'))
    .not.toBe(12_500);
});

test('a newcomer’s ramp is set in Setup, proposed in Plan and marked in the ranking', async ({
  page,
}) => {
  await signIn(page, 'admin', '/setup/people');
  await page.getByLabel('Find a unit').fill('Kari Larsen');
  await page
    .getByRole('button', { name: /Ramp… Kari Larsen|On a ramp… Kari Larsen/ })
    .press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('First day').fill('2027-01-04');
  await dialog.getByLabel('Percent of each month').fill('0, fifty');
  await expect(dialog.getByText('Write percents from 0 to 100')).toBeVisible();
  await dialog.getByLabel('Percent of each month').fill('50, 75');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Kari Larsen is on a ramp.').first()).toBeVisible();
  await page.goto('/plan?unit=n-safety&period=FY2027-Q4');
  await beginDraft(page, 'ramp');
  const full = await valueOf(page, 'Kari Larsen, March 2027');
  await cell(page, 'Kari Larsen, January 2027').click();
  await expect(page.getByText(/Kari Larsen is here in part: 50% by the ramp of/)).toBeVisible();
  await page.getByRole('button', { name: /^Use €/ }).click();
  await expect.poll(() => valueOf(page, 'Kari Larsen, January 2027')).toBe(Math.round(full / 2));
  await page.goto('/standing?unit=n-safety&period=FY2027-P10');
  await expect(page.getByRole('row').filter({ hasText: 'Kari Larsen' })).toContainText('ramp');
});

test('what was typed while the server was away is saved when the plan is opened again', async ({
  page,
}) => {
  await openInDraft(page, 'away');
  const name = 'Noor Kassem, February 2027';
  const before = await valueOf(page, name);
  // One rule from beginning to end: between two of them a request sent again would come through.
  let isAway = true;
  await page.route('**/api/v1/targets', (route) =>
    isAway && route.request().method() === 'PUT' ? route.abort() : route.fallback(),
  );
  await cell(page, name).click();
  await page.keyboard.type(String(before + 4_000));
  await page.keyboard.press('Enter');
  await expect.poll(() => valueOf(page, name)).toBe(before + 4_000);
  await page.reload();
  isAway = false;
  await expect(
    page.getByText('A target typed before the page was closed is saved now.').first(),
  ).toBeVisible();
  await expect.poll(() => valueOf(page, name)).toBe(before + 4_000);
});

test('what is typed before the targets of another measure are there goes to neither', async ({
  page,
}) => {
  await openInDraft(page, 'waiting');
  const name = 'Noor Kassem, January 2027';
  const before = await valueOf(page, name);
  const held = await holdAnswers(page, '**/api/v1/plan-grid?*');
  const saved = listWrites(page);
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  await page.getByLabel('Measure', { exact: true }).selectOption('gross_margin');
  await expect(page.locator('[aria-busy=true]').filter({ has: cell(page, name) })).toBeVisible();
  await cell(page, name).focus();
  await page.keyboard.type('777');
  await page.keyboard.press('Enter');
  // Nor does what stands beside it tell of one measure in the unit of the other.
  expect(asked.filter((url) => url.includes('/targets/results'))).toEqual([]);
  held.release();
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
  expect(saved).toEqual([]);
  await page.getByLabel('Measure', { exact: true }).selectOption('revenue');
  await expect.poll(() => valueOf(page, name)).toBe(before);
});
