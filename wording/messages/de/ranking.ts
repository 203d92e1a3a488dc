import type { EN_RANKING } from '../en/ranking';
import type { Translated } from '../translate';

const COUNT =
  '{unranked, plural, =0 {von {ranked}} other {von {ranked} in der Rangliste (# nicht)}}';
const CLIMB = '{places, plural, one {# Platz} other {# Plätze}}';
const STEPS =
  '{step, select, day {{count, plural, one {Arbeitstag} other {Arbeitstage}}} week {{count, ' +
  'plural, one {Woche} other {Wochen}}} month {{count, plural, one {Monat} other {Monate}}} ' +
  'other {{count, plural, one {Quartal} other {Quartale}}}}';
const STEPS_DATIVE =
  '{step, select, day {{count, plural, one {Arbeitstag} other {Arbeitstagen}}} week {{count, ' +
  'plural, one {Woche} other {Wochen}}} month {{count, plural, one {Monat} other {Monaten}}} ' +
  'other {{count, plural, one {Quartal} other {Quartalen}}}}';

export const DE_RANKING: Translated<typeof EN_RANKING> = {
  nobodyHere: 'Hier gibt es im Zeitraum {period} keine Verkäufer.',
  notStarted: '{period} hat noch nicht begonnen.',
  nobodyRanked:
    'Niemand hat im Zeitraum {period} {by, select, actual {einen Wert} growth {einen Wert im ' +
    'Zeitraum davor} other {ein vollständiges Ziel}}, daher gibt es keine Rangliste nach {by, ' +
    'select, attainment {Zielerreichung} actual {Betrag} growth {Wachstum} other {Abweichung}}.',
  value:
    '{by, select, attainment {{value} {direction, select, lower {der Obergrenze} other {des ' +
    'Ziels}}} gap {{value} gegenüber dem Ziel} growth {{value} gegenüber dem Zeitraum davor} ' +
    'other {{value}}}',
  oneLeads: `{name} führt {period} mit {value} an, ${COUNT}`,
  twoLead: `{name} und {other} führen {period} gemeinsam mit {value} an, ${COUNT}`,
  manyLead: `{count} führen {period} gemeinsam mit {value} an, ${COUNT}`,
  lead: '{lead}.',
  leadClimbed: `{lead}, und ist am weitesten gestiegen, um ${CLIMB}.`,
  leadOtherClimbed: `{lead}. {name} ist am weitesten gestiegen, um ${CLIMB}.`,
  cardNone:
    'Keine gewählte Kennzahl von {name} hat im Zeitraum {period} ein vollständiges Ziel, daher ' +
    'hat keine eine Note.',
  cardOne: 'Die eine Kennzahl von {name} mit Ziel ist im Zeitraum {period} in Ordnung.{rest}',
  cardAll:
    'Alle {count} Kennzahlen von {name} mit Ziel sind im Zeitraum {period} in Ordnung.{rest}',
  cardSome:
    '{good} von {count} Kennzahlen von {name} mit Ziel sind im Zeitraum {period} in Ordnung; ' +
    'nicht: {weak}.{rest}',
  cardRest: ' {count, plural, one {# hat} other {# haben}} kein vollständiges Ziel.',
  pairsNone:
    'Keine Einheit hat für {one} und {other} ein vollständiges Ziel, daher lassen sie sich ' +
    'nicht nebeneinanderstellen.',
  pairsUnits: '{count} Einheiten',
  pairsOnlyOne:
    '{names} {count, plural, one {ist} other {sind}} bei {one} im Plan, bei {other} nicht',
  pairsBoth: '{names} {count, plural, one {ist} other {sind}} bei beiden im Plan oder besser',
  pairsNeither: '{names} {count, plural, one {ist} other {sind}} bei keiner im Plan',
  pairsUnknown:
    '{count, plural, one {# hat} other {# haben}} bei einer davon kein vollständiges Ziel',
  listEnd: '{all} und {last}',
  partsAhead: `{period} hat noch nicht begonnen: {count} ${STEPS} liegen vor {unit}.`,
  partsNoTarget:
    '{unit} hat für die {step, select, day {Tage} week {Wochen} month {Monate} other ' +
    '{Quartale}} von {period} kein vollständiges Ziel, daher hat keiner davon eine Note.',
  parts:
    '{unit} hat {direction, select, lower {die Obergrenze} other {das Ziel}} {isOpen, select, ' +
    `yes {bisher } other {}}in {good} von {count} ${STEPS_DATIVE} von {period} {direction, ` +
    'select, lower {eingehalten} other {erreicht}}{rest}.',
  partsLow: '; {low, plural, one {# liegt} other {# liegen}} weit unter dem Ziel',
  partsLowEmpty:
    '; {low, plural, one {# liegt} other {# liegen}} weit unter dem Ziel, {empty} ohne Verkauf',
  partsEmpty: '; {empty} ohne Verkauf',
  slicesNothing: 'Für {whose} ist nichts gebucht, und nach {dimension} ist kein Ziel gesetzt.',
  slicesNoTarget: 'Nach {dimension} ist für {whose} noch kein Ziel gesetzt.',
  whose: '{unit} im Zeitraum {period}',
  slicesWithTarget: '{count} {noun} mit Ziel',
  slicesUnjudged: '{whose}: {all}, noch nicht zu beurteilen.',
  slicesNone: '{whose}: {all}, davon keine Rückstände.',
  slicesBehind:
    '{whose}: {all}, davon {count, plural, one {# unter} other {# unter}} dem Soll bis heute; ' +
    'am weitesten {furthest}, um {by}.',
  slicesAllBehind:
    '{whose}: {all}, alle unter dem Soll bis heute; am weitesten {furthest}, um {by}.',
  kind: '{kind, select, company {Unternehmen} branch {Niederlassung} team {Team} other {Verkäufer}}',
  unitsBelow: 'Einheiten darunter',
  salesperson: 'Verkäufer',
  category: 'Kategorie',
  product: 'Produkt',
  customer: 'Kunde',
  customerGroup: 'Kundengruppe',
  source: 'Herkunft',
  location: 'Ort',
  unitsPlural: 'Einheiten',
  salespersonPlural: 'Verkäufer',
  categoryPlural: 'Kategorien',
  productPlural: 'Produkte',
  customerPlural: 'Kunden',
  customerGroupPlural: 'Kundengruppen',
  sourcePlural: 'Herkünfte',
  locationPlural: 'Orte',
  certain: 'sicher',
  impossible: 'keine',
  overMost: 'über {percent}',
  underLeast: 'unter {percent}',
  oddsExact: 'Genau berechnet über alle Ausgänge von {deals} offenen Geschäften.',
  oddsDrawn: '20.000-mal gezogen über {deals} offene Geschäfte, jedes für sich abgeschlossen.',
  openNone: 'Darin wird kein offenes Geschäft zum Abschluss erwartet',
  openSome:
    '{count, plural, one {Ein offenes Geschäft} other {# offene Geschäfte}} über {open} ' +
    '{count, plural, one {wiegt} other {wiegen}} {weighted}',
  outlookNoTarget:
    '{name} hat im Zeitraum {period} {actual} gewonnen und kein vollständiges Ziel. {open}.',
  outlookMade:
    '{name} hat im Zeitraum {period} {actual} von {target} gewonnen. Das Ziel ist erreicht. ' +
    '{open}.',
  outlook:
    '{name} hat im Zeitraum {period} {actual} von {target} gewonnen. {open};{reach} {short}. ' +
    'Wahrscheinlichkeit, es zu erreichen: {odds}.',
  outlookReach: ' die Prognose liegt bei {percent} des Ziels,',
  outlookEnough: 'genug, wenn es wie erwartet läuft',
  outlookShort: '{amount} fehlen',
  planNamed:
    '„{name}“ ({status, select, draft {Entwurf} published {veröffentlicht} merged {übernommen} ' +
    'discarded {verworfen} other {{status}}})',
};
