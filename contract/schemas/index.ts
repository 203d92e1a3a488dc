import * as access from './access';
import * as account from './account';
import * as acknowledgement from './acknowledgement';
import * as activity from './activity';
import * as alert from './alert';
import * as standing from './attainment';
import * as board from './board';
import * as bulk from './bulk';
import * as closedDay from './closedDay';
import * as commission from './commission';
import * as company from './company';
import * as comparison from './comparison';
import * as contest from './contest';
import * as contributingDeals from './contributingDeals';
import * as contributions from './contributions';
import * as correction from './correction';
import * as crossTable from './crossTable';
import * as customer from './customer';
import * as customField from './customField';
import * as deal from './deal';
import * as dealHistory from './dealHistory';
import * as dealView from './dealView';
import * as event from './event';
import * as feed from './feed';
import * as firstSteps from './firstSteps';
import * as freshness from './freshness';
import * as imports from './import';
import * as importMapping from './importMapping';
import * as keptView from './keptView';
import * as ladder from './ladder';
import * as list from './list';
import * as mail from './mail';
import * as measure from './measure';
import * as note from './note';
import * as oversizedTotal from './oversizedTotal';
import * as pipeline from './pipeline';
import * as plan from './plan';
import * as planGrid from './planGrid';
import * as print from './print';
import * as rate from './rate';
import * as report from './report';
import * as rule from './rule';
import * as scorecard from './scorecard';
import * as series from './series';
import * as slice from './slice';
import * as sliceAttainment from './sliceAttainment';
import * as start from './start';
import * as target from './target';
import * as unit from './unit';
import * as webhook from './webhook';

const MODULES = [
  access,
  account,
  acknowledgement,
  activity,
  alert,
  board,
  bulk,
  closedDay,
  commission,
  company,
  comparison,
  contest,
  contributingDeals,
  contributions,
  correction,
  crossTable,
  customer,
  customField,
  deal,
  dealHistory,
  dealView,
  event,
  feed,
  firstSteps,
  freshness,
  imports,
  importMapping,
  keptView,
  ladder,
  list,
  mail,
  measure,
  note,
  oversizedTotal,
  pipeline,
  plan,
  planGrid,
  print,
  rate,
  report,
  rule,
  scorecard,
  series,
  slice,
  sliceAttainment,
  start,
  standing,
  target,
  unit,
  webhook,
];

/**
 * Every exported schema of more than a plain value, by its name: the components of the API
 * description.
 */
export const NAMED_SCHEMAS: ReadonlyMap<object, string> = new Map(
  MODULES.flatMap((module) => Object.entries(module))
    .filter(([, value]) => isStructured(value))
    .map(([name, value]) => [value as object, name]),
);

function isStructured(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const schema = value as {
    type?: unknown;
    anyOf?: unknown;
    properties?: unknown;
    items?: unknown;
  };
  return (
    schema.anyOf !== undefined ||
    (schema.type === 'object' && schema.properties !== undefined) ||
    (schema.type === 'array' && schema.items !== undefined)
  );
}
