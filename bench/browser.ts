import type { Browser, Page } from '@playwright/test';
import { quantile } from './measure';
import type { Ratio } from './report';
import { EMAIL, PASSWORD } from './server';

const SWITCHES = 40;
const REST_MS = 150;

async function signIn(page: Page): Promise<void> {
  await page.getByLabel('E-mail').fill(EMAIL);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { level: 1 }).waitFor();
}

/** Script of the first view from a cold cache, and when its content is there. */
export async function measureFirstLoad(browser: Browser, address: string): Promise<Ratio[]> {
  const first = await browser.newContext({
    baseURL: address,
    viewport: { width: 1280, height: 800 },
  });
  const page = await first.newPage();
  await page.goto(`/standing?unit=t7&period=FY2027-P08`);
  await signIn(page);
  const state = await first.storageState();
  await first.close();
  const times: number[] = [];
  let bytes = 0;
  for (let run = 0; run < 5; run++) {
    const context = await browser.newContext({
      baseURL: address,
      viewport: { width: 1280, height: 800 },
      storageState: state,
    });
    const cold = await context.newPage();
    const sizes: Promise<number>[] = [];
    cold.on('requestfinished', (request) => {
      if (request.resourceType() === 'script')
        sizes.push(request.sizes().then((size) => size.responseBodySize));
    });
    const start = performance.now();
    await cold.goto('/standing?unit=t7&period=FY2027-P08');
    await cold.getByRole('heading', { level: 1 }).waitFor();
    times.push(performance.now() - start);
    bytes = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0);
    await context.close();
  }
  process.stdout.write(
    `First load: ${(bytes / 1000).toFixed(0)} kB of compressed script until the first content, content after ${times.map((each) => each.toFixed(0)).join(', ')} ms\n`,
  );
  return [
    ['compressed script of the first view, kB', bytes / 1000, 250, 'max'],
    ['content after navigation, cold cache, worst of five, ms', Math.max(...times), 1_500, 'max'],
  ];
}

/**
 * From a press of the mouse on a unit or a month until the new sentence is painted. The mouse comes
 * from elsewhere and rests a moment before it presses, as a hand does (common practice, no source:
 * 150 ms).
 */
export async function measureRepaint(browser: Browser, address: string): Promise<Ratio> {
  const page = await browser.newPage({ baseURL: address, viewport: { width: 1280, height: 800 } });
  // The loader names functions by a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (work) => work');
  await page.goto('/standing?unit=t7&period=FY2027-P08');
  await signIn(page);
  await page.getByRole('treeitem').nth(8).waitFor();
  await page.getByRole('main').getByRole('heading', { level: 1 }).waitFor();
  const times: number[] = [];
  // The first ones are compiled while they run: a page in use is warm.
  for (let i = -10; i < SWITCHES; i++) {
    const target =
      i % 2 === 0
        ? page.getByRole('treeitem').nth(1 + (((i + 10) / 2) % 7))
        : page.locator(`[data-month="${((i + 10) >> 1) % 7}"]`);
    const painted = page.evaluate(waitForSentence);
    const box = (await target.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 3 });
    await page.waitForTimeout(REST_MS);
    await page.mouse.down();
    await page.mouse.up();
    const took = await painted;
    if (i >= 0 && took !== null) times.push(took);
    // Nobody chooses three times a second; what one choice draws belongs to no other.
    await page.waitForTimeout(400);
  }
  await page.close();
  if (times.length < SWITCHES / 2)
    throw new Error(`Only ${times.length} of ${SWITCHES} choices changed the sentence.`);
  process.stdout.write(
    `Changing unit or month: p50 ${quantile(times, 0.5).toFixed(0)} ms, p95 ${quantile(times, 0.95).toFixed(0)} ms of ${times.length}\n`,
  );
  return ['changing unit or period repaints, p95 in ms', quantile(times, 0.95), 100, 'max'];
}

/**
 * In the page: milliseconds from the next release of the mouse until another sentence is painted;
 * null when there is none for three seconds.
 */
function waitForSentence(): Promise<number | null> {
  const heading = () => document.querySelector('h1')!.textContent;
  const before = heading();
  return new Promise((resolve) => {
    let start = Infinity;
    window.addEventListener('pointerup', (event) => (start = event.timeStamp), {
      capture: true,
      once: true,
    });
    const observer = new MutationObserver(() => {
      if (
        heading() === before ||
        document.querySelector('h1')!.closest('[aria-busy="true"]') !== null
      )
        return;
      observer.disconnect();
      // A message sent in a frame is heard after it was painted.
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => resolve(performance.now() - start);
        channel.port2.postMessage(null);
      });
    });
    observer.observe(document.body, {
      subtree: true,
      childList: true,
      characterData: true,
      attributes: true,
    });
    setTimeout(() => resolve(null), 3_000);
  });
}
