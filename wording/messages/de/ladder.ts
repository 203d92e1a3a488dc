import type { EN_LADDER } from '../en/ladder';
import type { Translated } from '../translate';

export const DE_LADDER: Translated<typeof EN_LADDER> = {
  ladderOf: 'Leiter nach',
  peopleAndUnits: 'Personen und Einheiten',
  theLadder: 'Die Leiter',
  level: 'Ebene',
  rankedBy: 'Rang nach',
  length: 'Länge',
  withoutNewcomersOnARamp:
    ' Ohne Neue in der Einarbeitung{hasSome, select, yes { ({onRamp} ausgelassen)} other {}}',
  yourTeamsLadderAsYour: '{unit}: die Leiter Ihres Teams, wie Ihr Unternehmen sie teilt.',
  pace: 'Tempo {elapsedShare}',
  ladderRing: 'Leiter<part>Ring: {priorDays}{isCut, select, yes {, erste {count}} other {}}</part>',
  ladder: 'Leiter',
  itHasNotStarted: 'Es hat noch nicht begonnen.',
  thereIsNobodyToPut: 'Es gibt niemanden, der darauf stünde.',
  rankingOfBy:
    'Rangliste von {unit} nach {by, select, attainment {Zielerreichung} growth {Wachstum} gap ' +
    '{Abweichung} other {{by}}}',
  inAgainst: '{count} in {unit}, {days} · ▲▼ gegenüber {priorDays}',
  ranking: 'Rangliste',
  you: 'Sie: {isUnranked, select, yes {ohne Rang} other {Platz {rank} von {ranked}}}',
  all: 'Alle {attainmentText} · ',
  under: 'Unter',
  place: 'Platz',
  allCounted: 'Alle {count}',
  booked: 'Gebucht',
  limit: 'Grenze',
  target: 'Ziel',
  ofTheLimit: 'Der Grenze',
  attainment: 'Erreicht',
  change: 'Änderung',
  gap: 'Abweichung',
  growth: 'Wachstum',
  against:
    '{isUnknown, select, yes {} other {{difference} }}gegenüber {priorDays}{isLowBase, select, ' +
    'yes {; von fast nichts} other {}}',
  besideTheRankedMeasureUp: 'Neben der Kennzahl des Rangs, bis zu {most}:',
  nothingWithATargetHas: 'Nichts mit einem Ziel hat begonnen.',
  ladderByAttainment: 'Leiter nach Zielerreichung',
  ofTarget: 'des Ziels',
  amount: 'Betrag',
  day: 'Tag',
  week: 'Woche',
  month: 'Monat',
  quarter: 'Quartal',
  year: 'Jahr',
  incomplete: 'unvollständig',
  columns: 'Spalten',
};
