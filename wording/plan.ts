import type { PlanStatus } from '#contract/schemas/plan';

/** A plan by its name and what became of it: “Second try” (draft). */
export function describePlan({ name, status }: { name: string; status: PlanStatus }): string {
  return `“${name}” (${status})`;
}
