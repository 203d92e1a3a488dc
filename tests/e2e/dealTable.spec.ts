import { expect, test } from '@playwright/test';
import { readAmount, signIn } from './actions';

test('deals are filtered, grouped to a group’s deals, and the view is kept by name', async ({
  page,
}, { retry }) => {
  await signIn(page, 'marit', '/deals?unit=saltmarsh&period=FY2027');
  await page.getByRole('button', { name: 'Filter' }).click();
  await page.getByRole('combobox', { name: 'Source' }).click();
  await page.getByRole('option', { name: 'Referral' }).click();
  await page.getByLabel('Amount from').fill('9,000');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(
    page.getByRole('button', { name: 'Remove the filter source: Referral' }),
  ).toBeVisible();
  await expect(
    page.getByRole('button', { name: 'Remove the filter amount from: 9000' }),
  ).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('(filtered)');
  await page.getByLabel('Group by').selectOption('product');
  const group = page.getByRole('table', { name: 'Deals by product' }).getByRole('row').nth(1);
  const name = (await group.getByRole('cell').first().innerText()).trim();
  await group.click();
  await expect(
    page.getByRole('button', { name: `Remove the filter product: ${name}` }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Amount, EUR' }).click();
  await expect(page.getByRole('columnheader', { name: /Amount, EUR/ })).toHaveAttribute(
    'aria-sort',
    'descending',
  );

  await page.getByRole('button', { name: 'Views' }).click();
  await page.getByLabel('Keep what is shown as').fill(`Big referrals ${retry}`);
  await page.keyboard.press('Enter');
  await expect(page.getByText(`The view “Big referrals ${retry}” is kept.`).first()).toBeVisible();
  await page.getByRole('button', { name: 'Remove all' }).click();
  await expect(page.getByText('Filtered:')).toHaveCount(0);
  await page.getByRole('button', { name: 'Views' }).click();
  await page.getByRole('button', { name: `Big referrals ${retry}`, exact: true }).click();
  await expect(
    page.getByRole('button', { name: `Remove the filter product: ${name}` }),
  ).toBeVisible();
});

test('columns are chosen, sized and frozen by keyboard, and stay so after a reload', async ({
  page,
}) => {
  await signIn(page, 'marit', '/deals?unit=saltmarsh');
  await page.getByRole('button', { name: 'Columns' }).press('Enter');
  await page.getByRole('checkbox', { name: 'Commission' }).click();
  await page.getByLabel('Keep the first in sight').selectOption('2');
  await page.keyboard.press('Escape');
  const handle = page.getByRole('separator', { name: 'Width of Customer' });
  const before = Number(await handle.getAttribute('aria-valuenow'));
  await handle.focus();
  await page.keyboard.press('ArrowRight');
  await expect(handle).toHaveAttribute('aria-valuenow', String(before + 10));
  await page.reload();
  await expect(page.getByRole('separator', { name: 'Width of Customer' })).toHaveAttribute(
    'aria-valuenow',
    String(before + 10),
  );
  await expect(page.getByRole('columnheader', { name: /Commission/ })).toBeAttached();
});

test('a cell is changed in place by keyboard, refused in its own words, and undone', async ({
  page,
}) => {
  await signIn(
    page,
    'marit',
    '/deals?unit=saltmarsh&status=open&sort=deal&order=asc&period=FY2027',
  );
  const grid = page.getByRole('grid', { name: 'Deals' });
  const customer = grid.getByRole('row').nth(1).getByRole('gridcell').nth(4);
  const old = (await customer.innerText()).trim();
  await customer.focus();
  await page.keyboard.press('F2');
  await page
    .getByRole('textbox', { name: /Change customer of/ })
    .or(page.getByRole('combobox', { name: /Change customer of/ }))
    .fill('Quiet Yard');
  await page.keyboard.press('Enter');
  await expect(customer).toHaveText('Quiet Yard');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('F2');
  const day = page.getByRole('textbox', { name: /Change day of/ });
  await day.fill('some day');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'date' })).toBeVisible();
  await expect(day).toHaveValue('some day');
  await page.keyboard.press('Escape');
  // What was saved before stays undoable: Escape leaves the cell, not the message.
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(customer).toHaveText(old);
});

test('several deals are selected, added up, changed together after what it means is said, and put back as one', async ({
  page,
}) => {
  await signIn(page, 'marit', '/deals?unit=saltmarsh&status=won&period=FY2027-P06');
  const grid = page.getByRole('grid', { name: 'Deals' });
  await grid.getByRole('row').nth(1).getByRole('gridcell').nth(1).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  const sums = page.getByRole('status', { name: 'Sums' });
  await expect(sums).toContainText('Selected: 3 deals · 3 won €');
  await page.getByRole('button', { name: 'Change together…' }).press('Enter');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'To' }).click();
  await page.getByRole('option', { name: 'Petra Lind' }).click();
  await dialog.getByLabel('Why?').fill('handed over');
  await dialog.getByRole('button', { name: 'Preview' }).click();
  await expect(dialog.getByRole('status')).toContainText('Petra Lind, September 2026+€');
  await dialog.getByRole('button', { name: 'Change them' }).click();
  await expect(page.getByText(/^[123] deals? (is|are) changed\.$/).first()).toBeVisible();
  await expect(sums).toContainText('All that match');
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await page.getByRole('button', { name: 'Imports and bulk edits…' }).click();
  await expect(page.getByText(/Changed together: salesperson to Petra Lind/).first()).toBeVisible();
  await expect(page.getByText(/; undone .* by Marit/).first()).toBeVisible();
});

test('a deal is made of lines on a typed day, shows where it counts, and a part of it is refunded', async ({
  page,
}) => {
  await signIn(page, 'marit', '/deals?unit=saltmarsh&book=new');
  const dialog = page.getByRole('dialog');
  const choose = async (name: string, option: RegExp) => {
    await dialog.getByRole('combobox', { name }).click();
    await page.getByRole('option', { name: option }).first().click();
  };
  await choose('Salesperson', /Petra Lind/);
  await choose('Customer', /Anvil Boats/);
  await dialog.getByRole('button', { name: /Add line items/ }).click();
  await choose('Product of line 1', /Gearbox/);
  await dialog.getByLabel('Quantity of line 1').fill('2');
  await dialog.getByLabel('Price each of line 1').fill('1,250');
  await dialog.getByRole('button', { name: 'Add a line' }).click();
  await choose('Product of line 2', /Propeller/);
  await dialog.getByLabel('Price each of line 2').fill('500');
  await expect(dialog.getByLabel('Amount')).toHaveValue('3000.00');
  await dialog.getByLabel('Closed on').fill('yesterday');
  await dialog.getByLabel('Closed on').blur();
  await expect(dialog.getByLabel('Closed on')).toHaveValue('Tue 17 Nov 2026');
  await dialog.getByLabel('Commission, %').fill('3');
  await expect(dialog.getByText('€90 commission')).toBeVisible();
  const id = `LINES-${Date.now() % 100_000}`;
  await dialog.getByLabel('Deal number').fill(id);
  await dialog.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(
    page
      .getByText(
        /Booked\. Petra Lind is at \d+(\.\d+)?% of target in November 2026.*(now|still) .* of \d+\./,
      )
      .first(),
  ).toBeVisible();

  await page.goto(`/deals?unit=saltmarsh&find=${id}`);
  await page.getByRole('gridcell', { name: id, exact: true }).click();
  await expect(dialog.getByRole('region', { name: 'Where it counts' })).toContainText(
    'Saltmarsh branch€3,000',
  );
  await dialog.getByRole('button', { name: 'Refund…' }).click();
  await dialog.getByLabel('How much is taken back, EUR').fill('4000');
  await dialog.getByLabel('Why?').fill('one gearbox came back');
  await dialog.getByRole('button', { name: 'Book the refund' }).click();
  await expect(dialog.getByText('3000.00 EUR can still be refunded')).toBeVisible();
  await dialog.getByLabel('How much is taken back, EUR').fill('1250');
  await dialog.getByRole('button', { name: 'Book the refund' }).click();
  await expect(dialog.getByRole('region', { name: 'Refunds' })).toContainText(
    '1750.00 EUR of it are left',
  );
  await dialog.getByRole('button', { name: 'Reassign…' }).click();
  await dialog.getByRole('combobox', { name: 'Whose is it?' }).click();
  await page.getByRole('option', { name: 'Jonas Reik' }).click();
  await dialog.getByLabel('Why?').fill('was his');
  await dialog.getByRole('button', { name: 'Reassign it' }).click();
  await expect(page.getByText(`${id} is Jonas Reik’s.`).first()).toBeVisible();
  await expect(dialog.getByRole('region', { name: 'History' })).toContainText(
    'Salesperson: Petra Lind → Jonas Reik',
  );
});

test('lists are kept in Setup: a stage is added, two sources become one and are parted again', async ({
  page,
}, { retry }) => {
  await signIn(page, 'admin', '/setup/lists');
  await page.getByRole('button', { name: 'Add a stage' }).click();
  await page.getByLabel('Name').fill('Quoted');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('Stands in the list already. Merge the two instead.')).toBeVisible();
  await page.getByLabel('Name').fill(`On trial ${retry}`);
  await page.getByLabel('Likely, %').fill('70');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('row').filter({ hasText: `On trial ${retry}` })).toContainText(
    'open, 70 % likely',
  );
  await page.getByRole('button', { name: 'Products' }).click();
  await page.getByRole('button', { name: 'Change Anchor winch' }).click();
  await expect(page.getByLabel('Category')).toHaveValue('Deck & rigging');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('row').filter({ hasText: 'Anchor winch' })).toContainText(
    'Deck & rigging',
  );
  await page.getByRole('button', { name: 'Sources' }).click();
  await page.getByRole('button', { name: 'Merge… Cold call' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox').click();
  await page.getByRole('option', { name: 'Tender' }).click();
  await expect(dialog.getByRole('status')).toContainText(
    /[\d,]+ deals move from Cold call to Tender/,
  );
  await dialog.getByRole('button', { name: 'Merge', exact: true }).click();
  await expect(page.getByRole('row').filter({ hasText: 'Tender' })).toContainText(
    'also written Cold call',
  );
  await page.getByRole('button', { name: 'Part again Cold call' }).click();
  await expect(page.getByText(/Cold call and Tender are separate again/).first()).toBeVisible();
  await expect(page.getByRole('row').filter({ hasText: 'Cold call' })).toBeVisible();
});

test('the pipeline says whether it will be enough, and what might happen is tried without saving', async ({
  page,
}) => {
  await signIn(page, 'marit', '/deals/pipeline?unit=saltmarsh');
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toContainText(
    /Saltmarsh branch has won €[\d,]+ of €[\d,]+ in November 2026\..*The odds to make it/,
  );
  await page.getByRole('button', { name: /this quarter/ }).press('Enter');
  await expect(heading).toContainText('in Q3 of FY 2027');
  const before = await heading.innerText();
  await page
    .getByRole('combobox', { name: /^What if, / })
    .first()
    .selectOption('close');
  await expect(page.getByText('Supposed, not saved')).toBeVisible();
  await expect(heading).not.toHaveText(before);
  await page.getByRole('button', { name: 'As it is' }).click();
  await expect(heading).toHaveText(before);
  await page.getByRole('checkbox', { name: /^Count the/ }).click();
  await expect(page).toHaveURL(/overdue=counted/);
  await expect(heading).not.toHaveText(before);
});

test('a customer is found from anywhere, with months, products and people; what needs fixing is counted in the frame and cleared', async ({
  page,
}, { retry }) => {
  await signIn(page, 'admin');
  await page.locator('body').press('/');
  await page
    .getByRole('combobox', { name: 'Find or do' })
    .or(page.getByPlaceholder(/A person, a team/))
    .first()
    .fill('Gannet Yard');
  await page.getByRole('option', { name: /Gannet Yard/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    /Gannet Yard has bought \d+ times for €/,
  );
  await page.getByRole('button', { name: /^FY 2027/ }).click();
  await expect(
    page.getByRole('region', { name: 'By whom, in FY 2027' }).getByRole('row').nth(1),
  ).toBeVisible();
  await expect(page.getByLabel('In the chosen period')).toContainText(
    /in FY 2027, \d+ won deals; €.* in FY 2026 up to the same day/,
  );
  const about = page.getByRole('region', { name: 'About the customer' });
  await about.getByRole('button', { name: /^(Change|Add group)/ }).click();
  await page.getByLabel('E-mail').fill('nobody');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Is no e-mail address.')).toBeVisible();
  await page.getByLabel('E-mail').fill('orders@gannet.example');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(about.getByRole('link', { name: 'orders@gannet.example' })).toBeVisible();
  await page.getByRole('link', { name: 'Its deals in FY 2027' }).click();
  await expect(
    page.getByRole('button', { name: 'Remove the filter customer: Gannet Yard' }),
  ).toBeVisible();

  const pasted = [
    'deal,salesperson,customer,amount,status,closed_on',
    `TWICE-A${retry},ivarga,Twin Yard,77,won,2026-11-09`,
    `TWICE-B${retry},ivarga,Twin Yard,77,won,2026-11-10`,
  ].join('\n');
  await page.getByRole('button', { name: 'Import…' }).click();
  await page.getByLabel('Pasted rows').fill(pasted);
  await page.getByRole('button', { name: 'Check the pasted rows' }).click();
  await page.getByRole('button', { name: 'Import all rows' }).click();
  await page
    .getByRole('navigation', { name: 'Records' })
    .getByRole('link', { name: /To fix/ })
    .click();
  const duplicates = page.getByRole('region', { name: 'Likely booked twice' });
  await expect(duplicates).toContainText(`Twin Yard, Ilse Varga, 77.00 EUR: TWICE-A${retry}`);
  await duplicates
    .getByRole('button', {
      name: new RegExp(`They are different.*TWICE-A${retry} and TWICE-B${retry}`),
    })
    .click();
  await expect(page.getByText(`TWICE-A${retry}`)).toHaveCount(0);
  await page.getByRole('link', { name: 'Show Overdue' }).click();
  await expect(page.getByRole('button', { name: 'Remove the filter overdue' })).toBeVisible();
  await expect(page.getByRole('grid', { name: 'Deals' }).getByRole('row').nth(1)).toContainText(
    'open',
  );
});

test('what changed since a moment adds up from the figure then to the figure now, and the book is shown as it stood', async ({
  page,
}) => {
  await signIn(page, 'marit', '/deals/changes?unit=saltmarsh');
  const bridge = page.getByRole('region', { name: 'From then to now' });
  await page.getByRole('button', { name: 'start of month' }).click();
  await expect(bridge).toContainText(/booked \([\d,]+\)/);
  const amounts = async () =>
    (await bridge.locator('p > span:last-child').allInnerTexts())
      .filter((text) => text.includes('€'))
      .map(readAmount);
  await expect(async () => {
    const [then, ...rest] = await amounts();
    const now = rest.pop()!;
    expect(then! + rest.reduce((sum, each) => sum + each, 0)).toBeCloseTo(now, 2);
  }).toPass();
  await expect(page.getByRole('row').filter({ hasText: 'demo deals.csv' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Deals as they stood' }).click();
  const then = page.getByRole('table', { name: 'Deals as they stood' }).getByRole('row');
  await expect(then.filter({ hasText: 'open' }).first()).toBeVisible();
  await expect(then.filter({ hasText: 'won' })).toHaveCount(0);
});
