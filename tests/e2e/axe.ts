import type { Page } from '@playwright/test';

/** Runs axe over the page as it stands; only some rules of it where they are named. */
export async function findViolations(
  page: Page,
  rules: readonly string[] | null,
): Promise<string[]> {
  return page.evaluate(async (only) => {
    const { violations } = await (
      window as unknown as {
        axe: {
          run(options: object): Promise<{
            violations: { id: string; nodes: { html: string; failureSummary?: string }[] }[];
          }>;
        };
      }
    ).axe.run({ resultTypes: ['violations'], ...(only ? { runOnly: only } : {}) });
    return violations.map(
      (each) =>
        `${each.id}: ${each.nodes
          .map((node) => `${node.html.slice(0, 160)} ${node.failureSummary ?? ''}`)
          .slice(0, 3)
          .join(' | ')}`,
    );
  }, rules);
}
