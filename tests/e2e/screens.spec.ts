import { expect, type Page, test } from '@playwright/test';
import axe from 'axe-core';
import { signIn } from './actions';
import { findViolations } from './axe';

/** Every view at every width: nothing is wider than the screen, and each says what it is. */
const VIEWS = [
  '/',
  '/actions',
  '/alerts',
  '/reports',
  '/contests',
  '/contests?contest=2',
  '/commission?period=FY2027-P07',
  '/commission?show=plans',
  '/commission?show=owed',
  '/setup/access',
  '/standing/slices?by=category',
  '/plan?rows=category',
  '/setup/mail',
  '/standing',
  '/standing/parts',
  '/standing/scorecard',
  '/standing/pairs',
  '/standing/ahead',
  '/profile',
  '/ladder',
  '/plan',
  '/deals',
  '/deals/pipeline',
  '/deals/customers',
  '/deals/activities',
  '/deals/changes',
  '/deals/to-fix',
  '/deals/month-end',
  '/compare',
  '/compare?by=customer',
  '/explore',
  '/explore?pick=weekday:2',
  '/setup',
];

/** How far the page, or its view, is wider than what is seen of it, when what follows is drawn. */
const overflowOf = (page: Page) =>
  page.evaluate(async () => {
    for (let frame = 0; frame < 2; frame++)
      await new Promise((resolve) => requestAnimationFrame(resolve));
    const main = document.querySelector('main')!;
    return Math.max(
      document.documentElement.scrollWidth - innerWidth,
      main.scrollWidth - main.clientWidth,
    );
  });

// 320 pixels are 1280 at 400 %, 640 are 1280 at 200 % (WCAG 2.2, 1.4.10 Reflow).
const WIDTHS = [320, 390, 640, 820, 1920, 2560];
/** Each view is opened at another of the widths, and then turned to all the others. */
for (const [start, opened] of WIDTHS.entries()) {
  test(`views opened at ${opened} pixels fit it, and every other width`, async ({ page }) => {
    await page.setViewportSize({ width: opened, height: 900 });
    await signIn(page, 'marit');
    for (const path of VIEWS.filter((_, index) => index % WIDTHS.length === start)) {
      await page.setViewportSize({ width: opened, height: 900 });
      await page.goto(path);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      await expect(page.getByText(/^Loading/)).toHaveCount(0);
      for (let turn = 0; turn < WIDTHS.length; turn++) {
        const width = WIDTHS[(start + turn) % WIDTHS.length]!;
        await page.setViewportSize({ width, height: 900 });
        await expect
          .poll(() => overflowOf(page), { message: `${path} at ${width}` })
          .toBeLessThanOrEqual(0);
      }
    }
  });
}

/** What a phone and a tablet mostly show, and a form. */
const OFTEN_SEEN = [
  '/standing',
  '/ladder',
  '/plan',
  '/deals',
  '/profile',
  '/deals/pipeline',
  '/standing/ahead',
  '/deals/month-end',
  '/compare?by=product',
  '/explore?pick=weekday:2',
  '/deals?book=new',
];
for (const width of [390, 820]) {
  test(`what is seen most breaks no rule of accessibility at ${width} pixels`, async ({ page }) => {
    await page.setViewportSize({ width, height: 900 });
    await page.emulateMedia({ reducedMotion: 'reduce' });
    await signIn(page, 'marit');
    for (const path of OFTEN_SEEN) {
      await page.goto(path);
      await expect(page.locator('h1').first()).toBeAttached();
      await expect(page.getByText(/^Loading/)).toHaveCount(0);
      await page.evaluate(axe.source);
      // WCAG 2.2, levels A and AA, as axe-core tests them.
      expect(
        await findViolations(page, ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']),
        path,
      ).toEqual([]);
    }
  });
}

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('unit and month are one line that opens', async ({ page }) => {
    await signIn(page, 'marit', '/standing?unit=saltmarsh&period=FY2027-P08');
    await page.getByRole('button', { name: 'The period before' }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('October');
    await page.getByRole('button', { name: 'October 2026', exact: true }).tap();
    await page.getByRole('button', { name: /^Sep/ }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('September');
    await page.getByRole('button', { name: /Whose numbers/ }).tap();
    const drawer = page.getByRole('dialog', { name: 'Whose numbers' });
    await drawer
      .getByRole('treeitem', { name: /Engines/ })
      .first()
      .tap();
    await expect(drawer).toBeHidden();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Engines');
  });

  test('the ladder is a list of two lines that opens to a person', async ({ page }) => {
    await signIn(page, 'ilse', '/ladder?period=FY2027-P08');
    const list = page.getByRole('list', { name: /^Ranking/ });
    const own = list.getByRole('listitem').filter({ hasText: 'Ilse Varga' });
    await expect(own).toContainText(' of 80,000');
    await expect(own).toContainText('gap');
    await own.tap();
    await expect(page).toHaveURL(/profile.*unit=ivarga/);
  });

  test('targets are read above the button that acknowledges them', async ({ page }) => {
    await signIn(page, 'ilse', '/plan?period=FY2027-Q3');
    const targets = page.getByRole('region', { name: 'Targets of Ilse Varga' });
    await expect(targets).toContainText('November 2026');
    await expect(targets).toContainText('€80,000');
    const button = page.getByRole('button', { name: /Acknowledge|Leave a remark/ });
    const [above, below] = [await targets.boundingBox(), await button.boundingBox()];
    expect(above!.y + above!.height).toBeLessThanOrEqual(below!.y);
    expect(below!.height).toBeGreaterThanOrEqual(44);
  });

  test('a deal is booked by thumb, from wherever one is', async ({ page }) => {
    await signIn(page, 'ilse', '/ladder?period=FY2027-P08');
    await page.getByRole('link', { name: 'Book a deal' }).tap();
    const form = page.getByRole('dialog', { name: 'Book a deal' });
    expect((await form.boundingBox())!.width).toBeLessThanOrEqual(390);
    await form.getByRole('combobox', { name: 'Customer' }).tap();
    await page.getByPlaceholder('Type to find').fill('Thumb Yard');
    await page.getByRole('option', { name: /Add/ }).tap();
    await form.getByLabel('Amount').fill('250');
    await form.getByRole('button', { name: 'Book', exact: true }).tap();
    await expect(page.getByText(/^Booked\./)).toBeVisible();
    await expect(page).toHaveURL(/\/ladder/);
    await page.getByRole('button', { name: 'Undo' }).tap();
  });

  test('every other view is one tap further', async ({ page }) => {
    await signIn(page, 'ilse', '/profile');
    await page.getByRole('button', { name: 'More' }).tap();
    await page.getByRole('menuitem', { name: 'Pipeline' }).tap();
    await expect(page).toHaveURL(/\/deals\/pipeline/);
    for (const place of await page
      .getByRole('navigation', { name: 'Places' })
      .getByRole('link')
      .all())
      expect((await place.boundingBox())!.height).toBeGreaterThanOrEqual(44);
  });
});
