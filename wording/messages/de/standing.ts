import type { EN_STANDING } from '../en/standing';
import type { Translated } from '../translate';

const HAS = '{who, select, reader {Sie haben} other {{name} hat}}';
const STANDS = '{who, select, reader {Sie stehen} other {{name} steht}}';
const VERB = '{verb, select, booked {gebucht} won {gewonnen} other {erreicht}}';
const OF_LIMIT = '{direction, select, lower {der Obergrenze} other {des Ziels}}';
const DAYS = '{days, plural, one {# Arbeitstag} other {# Arbeitstage}}';
const DAYS_DATIVE = '{days, plural, one {# Arbeitstag} other {# Arbeitstagen}}';

export const DE_STANDING: Translated<typeof EN_STANDING> = {
  figure:
    '{noun, select, none {{value}} deals {{value} Geschäfte} money {{value} {measure}} other ' +
    '{{value} {measure}}}',
  targetNoun: '{noun, select, none {} deals { (Geschäfte)} other { ({measure})}}',
  level: '{value} {measure}',
  leftBefore: 'Der letzte Tag von {name} war hier der {day}, vor Beginn von {period}.',
  left: ' Der letzte Tag von {name} war hier der {day}.',
  tooFewDeals:
    ' Zu wenige Geschäfte für ein Urteil {kind, select, day {je Tag} week {je Woche} other {je ' +
    'Zeitraum}}: Die meisten haben keines.',
  againstPriorPeriod:
    ' Gegenüber dem Zeitraum davor zum gleichen Stand ist das <status>{label}</status>.',
  againstPriorYear:
    ' Gegenüber dem gleichen Zeitraum im Vorjahr zum gleichen Stand ist das ' +
    '<status>{label}</status>.',
  againstPeers:
    ' Gegenüber dem Durchschnitt der {peers} Vergleichbaren ist das <status>{label}</status>.',
  notStartedTarget:
    `{period} beginnt am {day}: ${DAYS} für {who, select, reader {Sie} other {{name}}}, mit ` +
    '{direction, select, lower {einer Obergrenze} other {einem Ziel}} von {target}.',
  notStarted:
    `{period} beginnt am {day}: ${DAYS} für {who, select, reader {Sie} other {{name}}}, noch ` +
    'ohne Ziel.',
  incomplete:
    `${HAS} im Zeitraum {period} {actual} ${VERB}. Die Ziele sind unvollständig ({covered} von ` +
    '{parts} {of, select, units {Einheiten darunter} other {Zeiträumen}} haben eines), daher ' +
    'gibt es noch keinen Prozentwert und keinen Status.',
  noTargetSum:
    `${HAS} im Zeitraum {period} {actual} ${VERB}. Für diesen Zeitraum ist kein Ziel gesetzt, ` +
    'daher gibt es keinen Prozentwert und keinen Status.',
  noTargetLevel:
    `${HAS} im Zeitraum {period} {actual}. Für diesen Zeitraum ist kein Ziel gesetzt, daher ` +
    'gibt es keinen Prozentwert und keinen Status.',
  zeroTargetSum:
    `${HAS} im Zeitraum {period} {actual} ${VERB}. Das Ziel ist 0, es gibt also nichts zu ` +
    'erreichen.',
  zeroTargetLevel: `${HAS} im Zeitraum {period} {actual}. Das Ziel ist 0, es gibt also nichts zu erreichen.`,
  noData:
    `${HAS} im Zeitraum {period} keinen Wert für {measure}: Es gibt noch nichts, woraus er ` +
    'sich berechnen ließe.',
  levelEnded:
    `${HAS} {period} mit {actual} beendet. Das sind <status>{percent} ${OF_LIMIT} von ` +
    '{target}</status>.',
  levelLastDay:
    `${STANDS} im Zeitraum {period} bei {actual}. Das sind <status>{percent} ${OF_LIMIT} von ` +
    '{target}</status>, am letzten Arbeitstag.',
  levelOpen:
    `${STANDS} im Zeitraum {period} bei {actual}. Das sind <status>{percent} ${OF_LIMIT} von ` +
    `{target}</status> und kann sich in ${DAYS_DATIVE} noch ändern.`,
  refunds: `${STANDS} im Zeitraum {period} bei {actual}: Die Erstattungen überwiegen die Buchungen.`,
  made:
    `${HAS} das Ziel von {target} für {period} <status>erreicht</status>: {actual} ${VERB}, ` +
    '{percent} des Ziels.',
  madeEarly:
    `${HAS} das Ziel von {target} für {period} <status>erreicht</status>: {actual} ${VERB}, ` +
    `{percent} des Ziels, und ${DAYS} {days, plural, one {bleibt} other {bleiben}} noch.`,
  madeStretch:
    `${HAS} das Ziel von {target} für {period} und das Zusatzziel von {stretch} ` +
    `<status>erreicht</status>: {actual} ${VERB}, {percent} des Ziels.`,
  madeStretchEarly:
    `${HAS} das Ziel von {target} für {period} und das Zusatzziel von {stretch} ` +
    `<status>erreicht</status>: {actual} ${VERB}, {percent} des Ziels, und ${DAYS} {days, ` +
    'plural, one {bleibt} other {bleiben}} noch.',
  endedShort:
    `${HAS} {period} mit {actual} beendet, <status>{percent} des Ziels von {target}</status>: ` +
    '{gap} darunter.',
  endedAbove:
    `${HAS} {period} mit {actual} beendet, <status>{percent} des Ziels von {target}</status>: ` +
    '{gap} darüber.',
  open:
    `${HAS} {actual} von {target} für {period} ${VERB}{targetNoun}. Das sind <status>{percent} ` +
    'des Ziels</status>{due}.',
  openOutcome:
    `${HAS} {actual} von {target} für {period} ${VERB}{targetNoun}. Das sind <status>{percent} ` +
    'des Ziels</status>{due}; bei diesem Tempo {who, select, reader {enden Sie} other {endet ' +
    'es}} bei {outcome}.',
  dueDayRunning: ', und der Tag läuft noch',
  dueDayEnded: ', und der Geschäftstag ist beendet',
  dueByMonths: ' bei {share} Soll nach den Monaten',
  dueByDays: ' bei {share} der Arbeitstage',
  targetSet: 'Für genau {period} ist ein Ziel gesetzt.',
  targetOfPeriods: 'Die Summe der Ziele von {count} kürzeren Zeiträumen.',
  targetAllocated: 'Ein Anteil am Ziel von {from}, nach Arbeitstagen.',
  targetOfUnits: 'Die Summe der Ziele von {count} Einheiten direkt darunter.',
  targetOfUnitAbove:
    'Das Ziel von {unit} gilt für alle darunter: Das Ziel eines Verhältnisses wird nicht ' +
    'aufgeteilt.',
  targetOfLonger:
    'Das Ziel von {from} gilt auch für dessen Teile: Das Ziel eines Verhältnisses wird nicht ' +
    'aufgeteilt.',
  targetNone:
    'Hier ist kein Ziel gesetzt, weder für einen längeren oder kürzeren Zeitraum noch darunter.',
  onRamp: 'in der Einarbeitung',
  joinedLate: 'nach Beginn des Zeitraums dazugekommen',
  leftEarly: 'vor dessen Ende ausgeschieden',
  excludesDeals: 'ohne Geschäfte, die zum Zusammenzählen zu groß sind',
  onRampShort: 'Einarbeitung',
  joinedLateShort: 'neu',
  leftEarlyShort: 'weg',
  excludesDealsShort: 'unvollständig',
  totalsUnknown:
    'Nicht bekannt: Für {days} gibt es nur eine Summe von früher, ohne die Tage, Geschäfte ' +
    'oder Einheiten, die dieser Wert braucht.',
  totalsTakenIn: 'Darin ist eine Summe von früher ({days}), ohne einzelne Geschäfte.',
  totalsOfIt: '{value} davon sind eine Summe von früher ({days}), ohne einzelne Geschäfte.',
  earlierTotals: '{days} enthält eine Summe von früher, ohne einzelne Geschäfte.',
  earlierUnknown:
    '{days} enthält eine Summe von früher und hat keine Tage, mit denen sich vergleichen ließe.',
  earlierUnknownWhole:
    '{days} enthält eine Summe von früher und hat keine Tage, mit denen sich vergleichen ' +
    'ließe; der ganze Zeitraum kam auf {total}.',
};
