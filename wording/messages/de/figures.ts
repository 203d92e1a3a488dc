import type { EN_FIGURES } from '../en/figures';
import type { Translated } from '../translate';

const KIND = '{direction, select, lower {Obergrenze} other {Ziel}}';
const OF_KIND = '{direction, select, lower {der Obergrenze} other {des Ziels}}';
const AT = '({direction, select, lower {bei {at} oder weniger} other {ab {at}}})';

export const DE_FIGURES: Translated<typeof EN_FIGURES> = {
  none: 'keine',
  actual: '{measure, select, deals_won {gewonnen} sum {gebucht} other {{name}}}, {days}',
  actualNone: 'Es gibt nichts, woraus sich {measure} von {unit} berechnen ließe, {days}.',
  actualMade: '{measure} von {unit}, {days}: {value}.',
  target: `${KIND}, ganzer Zeitraum {period}`,
  targetSoFar: 'Ziel bisher, {count} von {parts} Teilen gesetzt',
  gapNone: 'Abweichung: kein vollständiges Ziel',
  gapShort: 'fehlen bis {direction, select, lower {zur Obergrenze} other {zum Ziel}}',
  gapBelow: 'unter {direction, select, lower {der Obergrenze} other {dem Ziel}}',
  gapAbove: 'über {direction, select, lower {der Obergrenze} other {dem Ziel}}',
  gapNoneMade: 'Es gibt keinen Wert oder kein vollständiges Ziel, daher keine Abweichung.',
  gapMade:
    `Abweichung = {kind, select, sum {gebucht} other {Wert}} − ${KIND} = {actual} − {target} = ` +
    '{gap}',
  behindPace: 'hinter dem Tempo, Soll {due}',
  aheadOfPace: 'vor dem Tempo, Soll {due}',
  dueByMonths:
    'Soll bis heute = Ziel × Anteil seiner Monate: alle beendeten, vom laufenden nach ' +
    'Arbeitstagen = {target} × {share} = {due}',
  dueByDays:
    'Soll bis heute = Ziel × Anteil der vergangenen Arbeitstage = {target} × {gone} / {days} = ' +
    '{due}',
  aheadMade: '{actual} − {due} = {ahead}',
  neededEnded: 'der Zeitraum ist beendet',
  neededNone: 'nötig je Tag: nicht bekannt',
  needed: 'nötig je Arbeitstag, noch {days}',
  neededNoneMade: 'Es bleibt kein Arbeitstag, oder es gibt kein vollständiges Ziel.',
  neededMade: 'max(0, Ziel − gebucht) / verbleibende Arbeitstage = ({target} − {actual}) / {days}',
  dailyRateToDate:
    'Bisher {rate} je Arbeitstag ({gone} von {days} Arbeitstagen, {share} vergangen).',
  prior: 'gegenüber {days}',
  priorMade: '{value} vom {days}, {total} im ganzen Zeitraum.',
  notAvailable: 'k. A.',
  noPriorYear: 'im Vorjahr gibt es keinen solchen Zeitraum',
  noPriorYearMade: 'Im Jahr davor gibt es keinen solchen Zeitraum.',
  priorYearMade: '{now} jetzt, {then} am {days}.',
  priorYearDifference: '{now} jetzt, {then} am {days}: {difference}.',
  priorYearTotal: 'Der ganze Zeitraum kam auf {total}.',
  expectedToDate: 'dem Soll bis heute',
  wholeTarget: 'dem ganzen Ziel',
  priorPeriod: 'dem Zeitraum davor zum gleichen Stand',
  priorYear: 'dem gleichen Zeitraum im Vorjahr zum gleichen Stand',
  peerAverage: 'dem Durchschnitt der Vergleichbaren',
  peersCounted: '{benchmark} ({peers})',
  attainmentNoFigure: 'Es gibt keinen Wert, daher keinen Prozentwert.',
  attainmentNoTarget:
    'Es gibt kein vollständiges Ziel über 0, durch das sich teilen ließe, daher keinen ' +
    'Prozentwert.',
  attainment: `Zielerreichung = {measure} / ${KIND} = {actual} / {target} = {percent} ${OF_KIND}`,
  appliedMissing:
    '{target} {count, plural, one {# Teil fehlt} other {# Teile fehlen}}, daher wird nicht ' +
    'danach geurteilt.',
  appliedValue: '{value}. {target}',
  standardRule: 'der Standardregel',
  ruleSince: 'der Regel seit {day}',
  fixedValues: 'festen Werten',
  percentsOf: '{upper} % und {lower} % von {against}',
  nothingToCompare: '„{label}“ nach {rule}. Es gibt nichts zum Vergleichen, daher keine Note.',
  thresholds:
    '„{label}“ nach {rule}. Schwellen bei {of}: Note 3 {direction, select, lower {bis} other ' +
    '{ab}} {upper}, Note 2 {direction, select, lower {bis} other {ab}} {lower}.',
  nextHeld: `Es ist „{label}“, wenn es am Ende des Zeitraums noch so steht ${AT}.`,
  nextAtEnd:
    '{distance} {direction, select, lower {weniger} other {mehr}}, gehalten bis zum Ende des ' +
    `Zeitraums, und es ist „{label}“ ${AT}.`,
  next: `{distance} {direction, select, lower {weniger} other {mehr}}, und es ist „{label}“ ${AT}.`,
  partDays: 'Tage',
  partDeals: 'Geschäfte',
  partWithin: 'innerhalb von {days} Tagen',
  partCounts: 'zählt',
  partValue: 'Wert',
  partValues: 'Werte',
  amount: 'Betrag',
  profit: 'Rohertrag',
  cost: 'Kosten',
  costedAmount: 'Betrag der Geschäfte mit Kosten',
  quantity: 'Menge',
  newCustomers: 'Neukunden',
  daysToClose: 'Tage bis zum Abschluss',
  timedDeals: 'Geschäfte mit Eröffnungsdatum',
  excluded:
    '{deals, plural, one {# Geschäft fehlt darin} other {# Geschäfte fehlen darin}}: Es fehlt ' +
    'ein Datum oder ein Wert.',
  new: 'neu',
};
