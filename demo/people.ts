/**
 * The people of Harrow & Tide; all names invented. `size` is a usual month in thousands of euros.
 */
export interface DemoSeller {
  code: string;
  name: string;
  team: string;
  size: number;
  /** Growth a year; 0.1 for 10 %. */
  trend?: number;
  /** How well the targets are met, 1 for just so. */
  form?: number;
  joins?: number;
  leaves?: number;
}

/**
 * Months are counted from the start of the running fiscal year: 0 is its first month, negative is
 * earlier.
 */
export const MOVE_MONTH = -3;
export const LEAVE_MONTH = 5;
export const JOIN_MONTH = 5;
export const RAMP = [0, 0.5, 0.75, 1];

export const BRANCHES = [
  { code: 'northgate', name: 'Northgate branch', margin: 0.34 },
  { code: 'saltmarsh', name: 'Saltmarsh branch', margin: 0.31 },
  { code: 'lakeside', name: 'Lakeside branch', margin: 0.44 },
  { code: 'key', name: 'Key accounts', margin: 0.14 },
] as const;

export const TEAMS = [
  { code: 'n-deck', name: 'Deck & rigging', branch: 'northgate', category: 'Deck & rigging' },
  { code: 'n-engines', name: 'Engines', branch: 'northgate', category: 'Engines' },
  { code: 'n-safety', name: 'Safety', branch: 'northgate', category: 'Safety kit' },
  { code: 's-deck', name: 'Deck & rigging', branch: 'saltmarsh', category: 'Deck & rigging' },
  { code: 's-engines', name: 'Engines', branch: 'saltmarsh', category: 'Engines' },
  // Came over from Northgate in the reorganisation.
  {
    code: 'l-inland',
    name: 'Inland craft',
    branch: 'lakeside',
    movedFrom: 'northgate',
    category: 'Navigation',
  },
  { code: 'l-engines', name: 'Engines', branch: 'lakeside', category: 'Engines' },
  { code: 'k-fleet', name: 'Fleet buyers', branch: 'key', category: 'Engines' },
  { code: 'k-yards', name: 'Yards', branch: 'key', category: 'Electrics' },
] as const;

export const SELLERS: readonly DemoSeller[] = [
  { code: 'ivarga', name: 'Ilse Varga', team: 's-deck', size: 72, trend: 0.16, form: 1.12 },
  { code: 'tbrandt', name: 'Tomas Brandt', team: 's-deck', size: 74, form: 1.0 },
  { code: 'nkassem', name: 'Noor Kassem', team: 's-deck', size: 56, form: 0.96 },
  { code: 'rfalcao', name: 'Rui Falcao', team: 's-deck', size: 48, trend: -0.3, form: 0.62 },
  { code: 'mokafor', name: 'Mina Okafor', team: 's-engines', size: 70, trend: 0.28, form: 1.04 },
  { code: 'jreik', name: 'Jonas Reik', team: 's-engines', size: 74, form: 1.01 },
  { code: 'plind', name: 'Petra Lind', team: 's-engines', size: 46, form: 0.86 },
  { code: 'ahalloran', name: 'Aoife Halloran', team: 'n-deck', size: 62, form: 1.08 },
  { code: 'dmertens', name: 'Daan Mertens', team: 'n-deck', size: 58, form: 1.02 },
  { code: 'scoelho', name: 'Sara Coelho', team: 'n-deck', size: 66, form: 1.1 },
  { code: 'hvinter', name: 'Henrik Vinter', team: 'n-deck', size: 50, form: 0.93 },
  { code: 'lbonnet', name: 'Luc Bonnet', team: 'n-deck', size: 44, form: 0.98 },
  { code: 'ekowal', name: 'Ewa Kowal', team: 'n-engines', size: 80, form: 0.97 },
  { code: 'pstrand', name: 'Per Strand', team: 'n-engines', size: 76, form: 0.9 },
  { code: 'mdoyle', name: 'Maeve Doyle', team: 'n-engines', size: 71, trend: 0.2, form: 1.05 },
  { code: 'gtorres', name: 'Gil Torres', team: 'n-engines', size: 60, form: 0.88 },
  { code: 'ywagner', name: 'Yara Wagner', team: 'n-safety', size: 38, form: 0.94 },
  { code: 'bnoor', name: 'Bas van Noor', team: 'n-safety', size: 34, form: 0.85 },
  { code: 'cfoley', name: 'Cian Foley', team: 'n-safety', size: 36, form: 0.9 },
  { code: 'klarsen', name: 'Kari Larsen', team: 'n-safety', size: 30, form: 1.0 },
  { code: 'jbirk', name: 'Johanna Birk', team: 'l-inland', size: 40, form: 0.66 },
  { code: 'sfrench', name: 'Silas French', team: 'l-inland', size: 37, form: 0.72 },
  { code: 'vmoreau', name: 'Vera Moreau', team: 'l-inland', size: 42, form: 0.7 },
  { code: 'oadler', name: 'Ole Adler', team: 'l-inland', size: 35, form: 0.78 },
  { code: 'rquist', name: 'Runa Quist', team: 'l-inland', size: 33, form: 0.6 },
  { code: 'nbaker', name: 'Nils Baker', team: 'l-engines', size: 52, form: 0.82 },
  { code: 'tsalo', name: 'Tuuli Salo', team: 'l-engines', size: 49, form: 0.9 },
  {
    code: 'fcastro',
    name: 'Filipa Castro',
    team: 'l-engines',
    size: 55,
    form: 0.76,
    leaves: LEAVE_MONTH,
  },
  {
    code: 'mhale',
    name: 'Morgan Hale',
    team: 'l-engines',
    size: 50,
    form: 0.85,
    joins: JOIN_MONTH,
  },
  { code: 'aweld', name: 'Anton Weld', team: 'l-engines', size: 47, form: 0.8 },
  { code: 'zpark', name: 'Zoë Park', team: 'k-fleet', size: 160, form: 1.15 },
  { code: 'wgrant', name: 'Wim Grant', team: 'k-fleet', size: 150, form: 1.08 },
  { code: 'irossi', name: 'Ida Rossi', team: 'k-fleet', size: 142, trend: 0.18, form: 1.1 },
  { code: 'hbeck', name: 'Hugo Beck', team: 'k-fleet', size: 128, form: 1.03 },
  { code: 'lnyman', name: 'Lotta Nyman', team: 'k-fleet', size: 135, form: 1.06 },
  { code: 'cdunne', name: 'Clara Dunne', team: 'k-yards', size: 118, form: 0.99 },
  { code: 'evos', name: 'Emil Vos', team: 'k-yards', size: 110, form: 0.95 },
  { code: 'atanaka', name: 'Aiko Tanaka', team: 'k-yards', size: 124, form: 1.04 },
  { code: 'bsilva', name: 'Bruno Silva', team: 'k-yards', size: 98, form: 0.92 },
  { code: 'gberg', name: 'Greta Berg', team: 'k-yards', size: 104, form: 1.0 },
];

/** Who signs in to try it out. Only a demo database has these. */
/** The source through which the stand-in order system sends. */
export const DEMO_FEED = 'orders';
/** Name of the webhook that tells the stand-in receiver. */
export const DEMO_WEBHOOK = 'Data warehouse';
export const DEMO_PASSWORD = 'rung-by-rung';
export const DEMO_USERS = [
  {
    email: 'marit@harrow-tide.example',
    name: 'Marit Osei',
    role: 'manager',
    unit: 'saltmarsh',
    what: 'sales manager of Saltmarsh',
  },
  {
    email: 'admin@harrow-tide.example',
    name: 'Edda Harrow',
    role: 'administrator',
    unit: 'harrow-tide',
    what: 'administrator, whole company',
  },
  {
    email: 'ilse@harrow-tide.example',
    name: 'Ilse Varga',
    role: 'salesperson',
    unit: 'ivarga',
    what: 'salesperson',
  },
  {
    email: 'viewer@harrow-tide.example',
    name: 'Tove Lang',
    role: 'viewer',
    unit: 'northgate',
    what: 'viewer of Northgate',
  },
] as const;
