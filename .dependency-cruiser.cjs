// Who may import whom (docs/architecture.md). What is not written here as allowed between our
// folders is an error.
const not = (name, from, to, comment) => ({ name, comment, severity: 'error', from, to });

// The tool reads its rules as CommonJS.
const { readdirSync } = require('node:fs');

/** Folders of a place, so that a new one is held to the rules without being named. */
const foldersOf = (place, except) =>
  readdirSync(place, { withFileTypes: true })
    .filter((each) => each.isDirectory() && !except.includes(each.name))
    .map((each) => each.name)
    .join('|');

/** What every domain of the server stands on. */
const GROUND = ['access', 'audit', 'db', 'ledger', 'reading'];
const DOMAINS = foldersOf('server', GROUND);
/** What every view of the page stands on. */
const PARTS = ['app', 'charts', 'figures', 'language', 'records', 'ui', 'workers'];
const VIEWS = foldersOf('web', PARTS);

module.exports = {
  forbidden: [
    not('no-cycles', {}, { circular: true }, 'A cycle hides which of two things comes first.'),
    not(
      'core-alone',
      { path: '^core/', pathNot: '\\.test\\.ts$' },
      { pathNot: '^core/' },
      'The core imports nothing but itself.',
    ),
    not(
      'wording-on-facts',
      { path: '^wording/', pathNot: '\\.test\\.ts$' },
      { pathNot: '^(wording/|core/|contract/|node_modules/intl-messageformat/)' },
      'Wording makes sentences of facts: of the core and of the contract.',
    ),
    not(
      'contract-on-core',
      { path: '^contract/', pathNot: '\\.test\\.ts$' },
      { pathNot: '^(contract/|core/|node_modules/typebox/)' },
      'The contract knows core types and name lists.',
    ),
    not(
      'server-not-web',
      { path: '^server/' },
      { path: '^(web|standins|demo|bench|scripts)/' },
      'The server ships without these.',
    ),
    not(
      'server-domain-by-index',
      {
        path: `^server/(access|${DOMAINS})/`,
      },
      {
        path: `^server/(${DOMAINS})/`,
        pathNot: ['^server/$1/', '/index\\.ts$'],
      },
      "A domain uses another's index, not its inner files.",
    ),
    not(
      'db-below-domains',
      { path: '^server/(db|ledger|audit|reading)/', pathNot: '\\.test\\.ts$' },
      { path: `^server/(access|${DOMAINS})/` },
      'Database and ledger know no domain.',
    ),
    not(
      'web-not-server',
      { path: '^web/' },
      { path: '^(server|demo|scripts|standins)/' },
      'The client speaks to the server by the contract.',
    ),
    not(
      'web-views-apart',
      { path: `^web/(${VIEWS})/` },
      { path: `^web/(${VIEWS})/`, pathNot: '^web/$1/' },
      'A view does not know another.',
    ),
    not(
      'web-parts-below-views',
      { path: `^web/(${PARTS.join('|')})/` },
      { path: `^web/(${VIEWS})/` },
      'Only routes.tsx names every view.',
    ),
    not(
      'app-below-figures',
      { path: '^web/(app|ui|charts|workers)/' },
      { path: '^web/(figures|records)/' },
      'Store, client and frame know no figure and no record.',
    ),
    not(
      'ui-knows-no-domain',
      { path: '^web/ui/' },
      { path: '^(core|contract|web/(app|charts))/' },
      'The parts of the interface know no domain.',
    ),
    not(
      'charts-take-numbers',
      { path: '^web/charts/' },
      { path: '^(contract|web/(app|ui))/' },
      'Charts take finished numbers.',
    ),
    not(
      'demo-by-index',
      { path: '^demo/' },
      { path: '^(web|tests|bench|scripts)/' },
      'The demo fills a server; it knows no screen.',
    ),
    not(
      'standins-alone',
      { path: '^standins/' },
      { path: '^(server|core|contract|web|tests|bench|scripts)/' },
      'A stand-in speaks the protocol; it knows the product no better than a stranger.',
    ),
    not(
      'nobody-imports-tests',
      { pathNot: '^tests/|\\.test\\.ts$' },
      { path: '^tests/|\\.test\\.ts$' },
      'Tests are imported by tests.',
    ),
    not('known-packages', {}, { couldNotResolve: true }, 'What is imported must exist.'),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'],
    },
  },
};
