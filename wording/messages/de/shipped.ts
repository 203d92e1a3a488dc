import type { EN_SHIPPED } from '../en/shipped';
import type { Translated } from '../translate';

export const DE_SHIPPED: Translated<typeof EN_SHIPPED> = {
  revenue: 'Umsatz',
  deals: 'Geschäfte',
  profit: 'Ertrag',
  customers: 'Kunden',
  pace: 'Tempo',
  dealsWon: 'Gewonnene Geschäfte',
  averageDeal: 'Durchschnittsgeschäft',
  grossProfit: 'Rohertrag',
  grossMargin: 'Rohmarge',
  costToRevenue: 'Kostenquote',
  winRate: 'Abschlussquote',
  newCustomers: 'Neukunden',
  daysToClose: 'Tage bis zum Abschluss',
  made: 'erreicht',
  onPace: 'im Plan',
  slipping: 'lässt nach',
  behind: 'im Rückstand',
  near: 'knapp verfehlt',
  short: 'verfehlt',
  wellShort: 'weit verfehlt',
  over: 'darüber',
  wellOver: 'weit darüber',
  aboveAverage: 'über Durchschnitt',
  aroundAverage: 'im Durchschnitt',
  belowAverage: 'unter Durchschnitt',
  upOnBefore: 'mehr als zuvor',
  asBefore: 'etwa wie zuvor',
  downOnBefore: 'weniger als zuvor',
  upOnLastYear: 'mehr als im Vorjahr',
  asLastYear: 'etwa wie im Vorjahr',
  downOnLastYear: 'weniger als im Vorjahr',
  noTarget: 'kein Ziel',
  incomplete: 'Ziel unvollständig',
  notStarted: 'nicht begonnen',
  noData: 'keine Daten',
  noWorkday: 'kein Arbeitstag',
  noBenchmark: 'nichts zum Vergleichen',
  running: 'läuft noch',
  tooFewDeals: 'zu wenige Geschäfte für ein Urteil je Tag',
  stretched: '{label}, Zusatzziel',
  aboutRevenue:
    'Zugerechneter Betrag gewonnener Geschäfte am Tag ihres Abschlusses, in der ' +
    'Berichtswährung. Erstattungen zählen negativ. Offene und verlorene Geschäfte zählen nie.',
  aboutDealsWon:
    'Zahl der gewonnenen Geschäfte über null am Tag ihres Abschlusses. Ein geteiltes Geschäft ' +
    'zählt einmal, für den zuerst genannten Verkäufer; eine Erstattung zieht keines ab.',
  aboutAverageDeal:
    'Umsatz geteilt durch gewonnene Geschäfte, über den ganzen Zeitraum zugleich: nie ein ' +
    'Durchschnitt von Durchschnitten.',
  aboutGrossProfit:
    'Zugerechneter Betrag abzüglich Kosten der gewonnenen Geschäfte, deren Kosten bekannt ' +
    'sind. Geschäfte ohne Kosten zählen nicht mit.',
  aboutGrossMargin:
    'Rohertrag als Anteil am Umsatz der Geschäfte, deren Kosten bekannt sind. Beide werden ' +
    'erst summiert und zuletzt geteilt.',
  aboutCostToRevenue:
    'Kosten als Anteil am Umsatz der Geschäfte, deren Kosten bekannt sind. Niedriger ist besser.',
  aboutWinRate:
    'Gewonnene Geschäfte als Anteil der entschiedenen, gewonnenen oder verlorenen, im Zeitraum ' +
    'ihres Abschlusstags.',
  aboutNewCustomers:
    'Kunden, deren allererstes gewonnenes Geschäft in den Zeitraum fällt, für den dort zuerst ' +
    'genannten Verkäufer.',
  aboutDaysToClose:
    'Tage von der Eröffnung bis zum Gewinn, über die gewonnenen Geschäfte mit Eröffnungsdatum: ' +
    'alle Tage geteilt durch alle Geschäfte. Niedriger ist besser.',
};
