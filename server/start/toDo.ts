import type { StartView, ToDo } from '#contract/schemas/start';
import { priorPeriodOf } from '#core/period/neighbours';
import { compareWithAllocated } from '#core/targets/agreement';
import type { Unit } from '#core/units/unit';
import { describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/permissions';
import type { Context } from '../context';
import { viewCare } from '../customers/index';
import { isClosedFor } from '../ledger/closedMonths';
import { listAcknowledgements } from '../targets/index';

const FROM_CARE = [
  'overdue',
  'unassigned',
  'duplicates',
  'missingTargets',
  'refusedDeliveries',
] as const;
/** What comes in late: before so many days a month is not offered to be closed. Common practice. */
const CLOSE_AFTER_DAYS = 3;

/** What waits for the reader: deals to fix, targets to look at, months to close. */
export async function listToDo(
  context: Context,
  scope: Scope,
  principal: Principal,
  unit: Unit,
): Promise<StartView['toDo']> {
  const { dataset } = scope;
  const { calendar, asOf } = dataset;
  const plain = (kind: ToDo['kind'], count: number, amount: number | null = null): ToDo => ({
    kind,
    count,
    amount,
    period: null,
    periodName: null,
  });
  const label = calendar.labelOf(asOf);
  const isSalesperson = principal.role === 'salesperson';
  const mayPlan = mayDo(principal.role, 'plan');
  const [{ counts }, acknowledgements] = await Promise.all([
    viewCare(context, scope, principal, { isRecent: true, month: null }),
    isSalesperson || mayPlan
      ? listAcknowledgements(context, scope, isSalesperson ? principal.unitId : unit.id, label)
      : [],
  ]);
  const toDo: ToDo[] = FROM_CARE.flatMap((kind) => {
    const found = counts.find((each) => each.kind === kind);
    return found && found.count > 0 ? [plain(kind, found.count, found.amount)] : [];
  });
  if (isSalesperson) {
    const [own] = acknowledgements;
    return own && own.state !== 'seen' ? [plain('acknowledge', 1), ...toDo] : toDo;
  }
  if (!mayPlan) return toDo;
  const waiting = acknowledgements.filter(({ state }) => state !== 'seen');
  if (waiting.length > 0) toDo.push(plain('notAcknowledged', waiting.length));
  const next = calendar.periodOf('month', calendar.periodOf('month', asOf).to);
  const { unallocated } = compareWithAllocated(dataset.lookup, unit.id, next, 'revenue');
  if (unallocated)
    toDo.push({
      ...plain('unallocated', 1, unallocated),
      period: next.id,
      periodName: describePeriod(next, calendar),
    });
  const before = priorPeriodOf(calendar, calendar.periodOf('month', asOf));
  const { tree, closedMonths } = context.replica.company!;
  if (
    principal.role === 'administrator' &&
    asOf >= before.to + CLOSE_AFTER_DAYS &&
    !isClosedFor(tree, closedMonths, unit.id, before)
  )
    toDo.push({
      ...plain('closeMonth', 1),
      period: before.id,
      periodName: describePeriod(before, calendar),
    });
  return toDo;
}
