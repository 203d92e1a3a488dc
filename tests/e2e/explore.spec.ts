import { expect, test } from '@playwright/test';
import { signIn } from './actions';

const toNumber = (text: string) => Number(text.replace(/[€,]/g, ''));

test('why Lakeside is behind last year is found in five acts', async ({ page }) => {
  await signIn(page, 'admin', '/compare?unit=lakeside&period=FY2027-P08');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    'below the same point of November 2025',
  );
  // 1: by customer. The one who is gone stands first.
  await page.getByLabel('Taken apart by').selectOption('customer');
  const growth = page.getByRole('region', { name: 'Growth' });
  const gone = growth.getByRole('row').filter({ hasText: 'Osprey Marine' });
  await expect(gone).toContainText('124,000');
  await expect(gone).toContainText('lost');
  // 2: look into it.
  await gone.getByRole('link', { name: 'Osprey Marine' }).click();
  const product = page.getByRole('region', { name: 'Product' });
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Osprey Marine');
  await expect(
    product.getByRole('button', { name: /^Inboard diesel 75: .*€124,000 last year/ }),
  ).toBeVisible();
  await expect(
    page
      .getByRole('region', { name: 'Salesperson' })
      .getByRole('button', { name: /^Nils Baker: .*€124,000 last year/ }),
  ).toBeVisible();
  await expect(
    page.getByRole('button', { name: /^Nov(ember)?: .*€124,000 last year/ }),
  ).toBeVisible();
});

test('what is chosen in one picture shows in all others, and steps go back by key', async ({
  page,
}) => {
  await signIn(page, 'marit', '/explore?unit=saltmarsh&period=FY2027-P08');
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toContainText('Saltmarsh branch won €');
  const category = page.getByRole('region', { name: 'Category' });
  const engines = category.getByRole('button', { name: /^Engines:/ });
  await engines.click();
  await expect(engines).toHaveAttribute('aria-pressed', 'true');
  await expect(heading).toContainText('Engines');
  const chip = page.getByRole('button', { name: /^Category Engines .*of all/ });
  await expect(chip).toBeVisible();
  await page
    .getByRole('region', { name: 'Salesperson' })
    .getByRole('button', { name: /^Jonas Reik:/ })
    .click();
  await expect(heading).toContainText('Engines, Jonas Reik');
  // The amount is the same as in the deals of the person in that category.
  const deals = page.getByRole('link', { name: 'List the deals' });
  await expect(deals).toHaveAttribute('href', /unit=jreik/);
  await expect(deals).toHaveAttribute('href', /category=Engines/);
  const shown = await page
    .getByRole('region', { name: 'Salesperson' })
    .getByRole('button', { name: /^Jonas Reik:/ })
    .getAttribute('aria-label');
  const amount = shown!.match(/: (€[\d,]+) of/)![1]!;
  await page.keyboard.press('Escape');
  await expect(heading).toContainText('Engines.');
  await page.keyboard.press('Backspace');
  await expect(heading).toContainText('Saltmarsh branch won €');
  await expect(page).not.toHaveURL(/pick=/);
  // Back is back.
  await page.goBack();
  await page.goBack();
  await expect(heading).toContainText('Engines, Jonas Reik');
  await deals.click();
  await expect(heading).toContainText('won deals worth €');
  const worth = /worth €([\d,.]+) in December 2025 to November 2026/.exec(
    (await heading.textContent())!,
  )![1]!;
  // To the cent there, whole here.
  expect(Math.round(toNumber(worth))).toBe(toNumber(amount));
});

test('another measure, span and order; deals are counted once', async ({ page }) => {
  await signIn(page, 'marit', '/explore?unit=saltmarsh&period=FY2027-P08');
  const heading = page.getByRole('heading', { level: 1 });
  await page.getByRole('button', { name: 'Deals won' }).click();
  await page
    .getByRole('group', { name: 'Span' })
    .getByRole('button', { name: 'As chosen' })
    .click();
  await expect(heading).toHaveText(/^Saltmarsh branch won \d+ deals in November 2026 so far\./);
  const count = Number((await heading.textContent())!.match(/won (\d+) deals/)![1]);
  await page.goto('/standing?unit=saltmarsh&period=FY2027-P08&measure=deals_won');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${count} `);
});

test('the same link refuses whom it is not for', async ({ page }) => {
  await signIn(page, 'ilse', '/explore?unit=lakeside&period=FY2027-P08');
  await expect(page.getByRole('alert').first()).toContainText('lakeside');
  await page.goto('/compare?unit=lakeside&period=FY2027-P08');
  await expect(page.getByRole('alert').first()).toContainText('lakeside');
});

test('a comparison says with what, by keyboard, and what there is to see', async ({ page }) => {
  await signIn(page, 'marit', '/compare?unit=saltmarsh&period=FY2027-P07');
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toContainText('October 2025');
  await page.getByRole('button', { name: 'Target', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(heading).toContainText('the whole target');
  // Better than one and worse than another is said.
  const others = page.getByRole('list', { name: 'Against others' });
  await expect(others.getByRole('button', { name: 'October 2025' })).toBeVisible();
  await page.getByLabel('Taken apart by').selectOption('customer');
  const concentration = page.getByRole('region', { name: 'Concentration' });
  await expect(concentration).toContainText(/The top\s+of \d+ customers have \d/);
  await concentration.getByLabel('Class A up to, %').fill('50');
  await concentration.getByLabel('Class A up to, %').press('Enter');
  await expect(page).toHaveURL(/classes=50-90/);
  await expect(concentration.getByRole('img')).toHaveAccessibleName(/make the first 50%/);
  const beside = page.getByRole('region', { name: 'Measures beside each other' });
  await expect(beside).toContainText(/correlation [−\d.]+ over \d+ ended months/);
  await beside.getByLabel('Another measure beside it').selectOption({ label: 'Gross profit' });
  await expect(beside).toContainText('Revenue and gross profit');
  await page.getByRole('button', { name: 'Two before' }).click();
  await expect(heading).toContainText('August 2026');
  await page.getByLabel('Another period').selectOption('FY2026-P02');
  await expect(heading).toContainText('May 2025');
  await expect(page).toHaveURL(/against=FY2026-P02/);
  const lead = page.getByRole('region', { name: 'How far along last year' });
  await expect(
    lead.getByText(/working days? (ahead|behind)|year passed|level/).first(),
  ).toBeVisible();
  await page
    .getByRole('region', { name: 'Status by month' })
    .getByRole('row', { name: /^Engines/ })
    .getByRole('link')
    .first()
    .click();
  await expect(page).toHaveURL(/\/standing\?unit=s-engines.*FY2027-P01/);
});

test('what is shown is taken along as a picture and as a table', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await signIn(page, 'marit', '/compare');
  await expect(page.getByRole('region', { name: 'Growth' })).toBeVisible();
  await page.getByRole('button', { name: 'Views' }).click();
  await page.getByRole('button', { name: 'Copy as picture' }).click();
  await expect(page.getByText('The picture is in the clipboard.').first()).toBeVisible();
  // Twice the dots of the view, so that print is sharp.
  const [width, shown] = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read();
    const picture = await createImageBitmap(await item!.getType('image/png'));
    return [picture.width, document.getElementById('main')!.clientWidth];
  });
  expect(width).toBe(shown! * 2);

  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Growth of Saltmarsh branch.* as CSV$/ }).click(),
  ]);
  const stream = await file.createReadStream();
  let text = '';
  for await (const chunk of stream) text += String(chunk);
  expect(text).toContain('Units below,now,then,change,share,class,class_then');
  expect(text).toMatch(/\r\nDeck & rigging,[\d.]+,/);
});
