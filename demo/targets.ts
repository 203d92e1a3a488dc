import { HISTORY_MONTHS, isEmployed, usualMonth } from './deals';
import { BRANCHES, RAMP, SELLERS, TEAMS } from './people';
import { createStream } from './random';

/**
 * A monthly target in whole euros; months are counted from the start of the running fiscal year.
 */
export interface DemoTarget {
  unit: string;
  month: number;
  euros: number;
  /** The least that is accepted, and more than is asked; whole euros. */
  floor?: number;
  stretch?: number;
}

const ROUND_TO = 1000;
const ASKED = 1.04;
/** Some branches agree a minimum and a stretch with their people. */
const AGREED: Readonly<Record<string, { floor: number; stretch: number }>> = {
  northgate: { floor: 0.8, stretch: 1.15 },
  key: { floor: 0.85, stretch: 1.1 },
};

/**
 * Monthly targets of every salesperson, and each branch's own, which in a few months is not wholly
 * allocated.
 */
export function generateTargets(): DemoTarget[] {
  const people = SELLERS.flatMap((seller) =>
    months()
      .filter((month) => isEmployed(seller, month))
      .map((month) => {
        const ramp =
          seller.joins === undefined ? 1 : RAMP[Math.min(month - seller.joins, RAMP.length - 1)]!;
        const euros = Math.round((usualMonth(seller, month) * ASKED * ramp) / ROUND_TO) * ROUND_TO;
        const agreed = AGREED[TEAMS.find((team) => team.code === seller.team)!.branch];
        return {
          unit: seller.code,
          month,
          euros,
          ...(agreed && {
            floor: Math.floor(euros * agreed.floor),
            stretch: Math.ceil(euros * agreed.stretch),
          }),
        };
      }),
  );
  const branches = BRANCHES.flatMap((branch) =>
    months().map((month) => {
      const teams = TEAMS.filter((team) => team.branch === branch.code).map(
        (team) => team.code as string,
      );
      const allocated = people.filter(
        (each) =>
          each.month === month &&
          teams.includes(SELLERS.find((seller) => seller.code === each.unit)!.team),
      );
      const rest = createStream('rest', branch.code, month);
      const kept = month > 7 && rest.chance(0.35) ? rest.whole(8, 30) * ROUND_TO : 0;
      return {
        unit: branch.code,
        month,
        euros: allocated.reduce((sum, each) => sum + each.euros, 0) + kept,
      };
    }),
  );
  return [...people, ...branches];
}

/** How much of what a team sells is of its own category. */
const OWN_CATEGORY = 0.82;

/**
 * What each branch is asked of each of its categories in a quarter of the running year, and the
 * company of each; 1 to 4.
 */
export function generateCategoryTargets(): {
  unit: string;
  category: string;
  quarter: number;
  euros: number;
}[] {
  const targets = [...new Set(TEAMS.map(({ category }) => category))].flatMap((category) =>
    BRANCHES.flatMap(({ code }) => {
      const teams = TEAMS.filter((team) => team.branch === code && team.category === category);
      const sellers = SELLERS.filter((seller) => teams.some((team) => team.code === seller.team));
      if (sellers.length === 0) return [];
      return [1, 2, 3, 4].map((quarter) => {
        const euros = sellers
          .flatMap((seller) =>
            [0, 1, 2].flatMap((month) => {
              const at = (quarter - 1) * 3 + month;
              return isEmployed(seller, at) ? [usualMonth(seller, at)] : [];
            }),
          )
          .reduce((sum, each) => sum + each, 0);
        return {
          unit: code,
          category,
          quarter,
          euros: Math.round((euros * OWN_CATEGORY) / 5_000) * 5_000,
        };
      });
    }),
  );
  const ofCompany = new Map<
    string,
    { unit: string; category: string; quarter: number; euros: number }
  >();
  for (const each of targets) {
    const key = `${each.category} ${each.quarter}`;
    const sum = ofCompany.get(key)?.euros ?? 0;
    ofCompany.set(key, { ...each, unit: 'harrow-tide', euros: sum + each.euros });
  }
  return [...targets, ...ofCompany.values()];
}

function months(): number[] {
  return Array.from({ length: HISTORY_MONTHS + 12 }, (_, i) => i - HISTORY_MONTHS);
}
