/** What Harrow & Tide sells, to whom and where; invented. */
export const PRODUCTS: Readonly<Record<string, readonly string[]>> = {
  'Deck & rigging': [
    'Bollard set',
    'Anchor winch',
    'Mooring lines',
    'Deck hatch',
    'Boom crane',
    'Fender rack',
  ],
  Engines: [
    'Inboard diesel 40',
    'Inboard diesel 75',
    'Outboard 30',
    'Gearbox',
    'Propeller',
    'Exhaust kit',
  ],
  'Safety kit': ['Life raft 6', 'Life raft 12', 'Survival suits', 'Flare pack', 'Fire suppression'],
  Navigation: ['Chart plotter', 'Radar 24', 'AIS transponder', 'Depth sounder', 'Autopilot'],
  Electrics: ['Battery bank', 'Shore power kit', 'Deck lighting', 'Alternator', 'Switch panel'],
  Clothing: ['Oilskin set', 'Deck boots', 'Work gloves'],
};

export const SOURCES = [
  'Repeat order',
  'Boat show',
  'Referral',
  'Web enquiry',
  'Tender',
  'Cold call',
] as const;
export const STAGES = [
  ['Enquiry', 0.15],
  ['Quoted', 0.4],
  ['Trial fitted', 0.6],
  ['Terms agreed', 0.85],
] as const;
export const LOST_REASONS = [
  'Price',
  'Delivery time',
  'Bought elsewhere',
  'Season over',
  'No berth for it',
] as const;
export const PLACES = [
  'North quay',
  'South quay',
  'Saltmarsh harbour',
  'Lake basin',
  'River yards',
  'Outer islands',
] as const;

const FIRST = [
  'Pike',
  'Heron',
  'Tern',
  'Gannet',
  'Cormorant',
  'Marlow',
  'Skerry',
  'Anvil',
  'Corrie',
  'Lantern',
  'Osprey',
  'Sandbank',
  'Brine',
  'Hollow',
  'Stave',
  'Bracken',
  'Drift',
  'Ferry',
  'Quill',
  'Rowan',
  'Beacon',
  'Cable',
  'Tolland',
  'Vessel',
  'Wharf',
];
const SECOND = [
  'Boats',
  'Pilotage',
  'Ferries',
  'Fisheries',
  'Dredging',
  'Yard',
  'Towage',
  'Moorings',
  'Charter',
  'Ropeworks',
  'Oysters',
  'Marine',
  'Workboats',
  'Survey',
];

export const CUSTOMERS: readonly string[] = FIRST.flatMap((first) =>
  SECOND.map((second) => `${first} ${second}`),
);

/** Who bought for the first time lately; each from a month of their own on. */
export const NEW_CUSTOMERS: readonly string[] = ['Puffin', 'Plover', 'Curlew', 'Dunlin'].flatMap(
  (first) => SECOND.map((second) => `${first} ${second}`),
);
