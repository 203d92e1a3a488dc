import type { UnitKind } from '#core/units/unit';
import { EN_RANKING } from './messages/en/ranking';
import { messagesOf } from './messages/translate';

const t = messagesOf('ranking', EN_RANKING);

/** "salesperson", as it stands beside a name. */
export function nameOfKind(kind: UnitKind): string {
  return t('kind', { kind });
}

/** "Salesperson", at the head of a column. */
export function headingOfKind(kind: UnitKind): string {
  const name = nameOfKind(kind);
  return name[0]!.toUpperCase() + name.slice(1);
}
