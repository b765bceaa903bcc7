/** The order in the house, as docs/contributing.md tells it. `npm test` fails on a circle and on an arrow against the direction. */

/** Rooms of the page, from the ground up: each may use those before it. Stations stand side by side. */
const GROUND = ['ui', 'api', 'workers', 'document-store', 'jobs', 'charts', 'drawings', 'active'];
const SIDE_BY_SIDE = ['garage', 'shelf', 'backup', 'phones', 'words', 'visit', 'stations/[^/]+'];

/** Rooms of the core, from the ground up: each may use those before it, the words for the links, and how fields are left out. */
const CORE = [
  'math',
  'plan',
  'shelf',
  'chain',
  'labels',
  'resolve',
  'predict',
  'findings',
  'compare',
  'sweep',
  'car',
  'log',
  'learn',
  'replay',
  'search',
  'fit',
  'ladder',
  'practice',
  'buy',
  'next',
];

const coreOrder = CORE.map((name, i) => ({
  name: `core-${name}-knows-only-what-is-below`,
  severity: 'error',
  comment: `core/src/${name} may use ${CORE.slice(0, i).join(', ') || 'no other room'}.`,
  from: { path: `^core/src/${name}/` },
  to: { path: '^core/src/', pathNot: `^core/src/((?:link|compact)\\.ts|(${CORE.slice(0, i + 1).join('|')})/)` },
}));

/** A folder of the core that nobody put in the order, or a file beside its rooms, would escape it. */
const roomless = {
  name: 'core-has-no-other-rooms',
  severity: 'error',
  from: { path: '^core/src/', pathNot: `^core/src/((index|link|compact)\\.ts|(${CORE.join('|')})/)` },
  to: {},
};

const room = (name) => `^web/src/${name}/`;
const oneOf = (names) => `^web/src/(${names.join('|')})/`;

const upwards = GROUND.map((name, i) => ({
  name: `${name}-knows-only-what-is-below`,
  severity: 'error',
  comment: `web/src/${name} may use ${GROUND.slice(0, i).join(', ') || 'no other room'}.`,
  from: { path: room(name) },
  to: { path: '^web/src/', pathNot: oneOf(GROUND.slice(0, i + 1)) },
}));

const apart = SIDE_BY_SIDE.map((name) => ({
  name: `${name.replace('/[^/]+', '')}-reach-into-no-other`,
  severity: 'error',
  comment: 'What several stations need stands in active.',
  from: { path: `^web/src/(${name})/` },
  to: { path: `^web/src/(${[...SIDE_BY_SIDE, 'app'].join('|')})/`, pathNot: '^web/src/$1/' },
}));

/** Packages: each may use those before it. */
const only = (name, ...may) => ({
  name: `${name}-knows-only-${may.join('-') || 'itself'}`,
  severity: 'error',
  from: { path: `^${name}/src/` },
  to: { path: '^(core|contract|figures|server|web|cli|bench|e2e)/', pathNot: `^(${[name, ...may].join('|')})/` },
});

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', comment: 'Type-only imports count.', from: {}, to: { circular: true } },
    only('core'),
    only('contract', 'core'),
    only('figures', 'core', 'contract'),
    only('server', 'core', 'contract'),
    only('cli', 'core', 'contract', 'figures'),
    only('web', 'core', 'contract', 'figures'),
    ...coreOrder,
    roomless,
    ...upwards,
    ...apart,
    {
      name: 'nothing-knows-app-but-main',
      severity: 'error',
      from: { path: '^web/src/', pathNot: '^web/src/(app/|main)' },
      to: { path: '^web/src/app/' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(node_modules|dist)/' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
