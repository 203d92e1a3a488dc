import type pg from 'pg';
import type { FieldFault } from '#contract/errors/catalogue';
import { mayDo } from '../access/permissions';
import type { DealFacts } from '../deals/index';
import { assertNoFieldErrors } from '../problem';
import { applyStaged } from './applyDeals';
import type { ImportCall } from './call';
import { ImportTally } from './report';
import {
  type AllNameIds,
  copyIntoStaging,
  createStaging,
  loadAllNameIds,
  toCopyLine,
} from './staging';

export interface Applied {
  runId: number | null;
  changed: number;
  created: number;
  /** Codes of deals that were so already. */
  same: ReadonlySet<string>;
  /**
   * By their place in the list: what the book itself refuses, another's deal or a refund of
   * nothing.
   */
  refused: ReadonlyMap<number, readonly FieldFault[]>;
}

/** Writes checked deals in the caller's transaction as one run, like the rows of a file. */
export async function applyChecked(
  call: ImportCall,
  client: pg.PoolClient,
  deals: readonly (DealFacts & { code: string })[],
): Promise<Applied> {
  const names = await loadAllNameIds(client, deals);
  refuseNewNames(call, names, deals);
  await createStaging(client);
  await copyIntoStaging(
    client,
    linesOf(deals.map((facts, index) => toCopyLine(facts, names, index))),
  );
  const tally = new FaultTally();
  const { runId, changed, created } = await applyStaged(call, client, names, tally);
  const { rows } = await client.query<{ code: string }>(
    'select s.code from staged s where not exists (select from touched t where t.line = s.line)',
  );
  return {
    runId,
    changed,
    created,
    same: new Set(rows.map((row) => row.code)),
    refused: tally.faults,
  };
}

/**
 * Only who administers the lists adds to them, be it by a change of many deals or by a feed.
 * @throws ProblemError invalidInput
 */
function refuseNewNames(
  { principal }: ImportCall,
  names: AllNameIds,
  deals: readonly DealFacts[],
): void {
  if (mayDo(principal.role, 'administer')) return;
  const lists = (['stage', 'category', 'source', 'location', 'lostReason'] as const).filter(
    (list) => deals.some((deal) => deal.names[list] !== null && !names[list].has(deal.names[list])),
  );
  assertNoFieldErrors(lists.map((field) => ({ field, code: 'unknownName' as const })));
}

async function* linesOf(lines: readonly string[]): AsyncGenerator<string> {
  yield* lines;
}

class FaultTally extends ImportTally {
  readonly faults = new Map<number, readonly FieldFault[]>();

  override refuse(
    line: number,
    faults: readonly FieldFault[],
    valueAt: (column: string) => string,
  ): void {
    this.faults.set(line, faults);
    super.refuse(line, faults, valueAt);
  }
}
