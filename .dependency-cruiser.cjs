/**
 * Imports go one way: measure → document → pieces → outline, rack → resolve → work → joints → solid →
 * plans → proof → exchange, shown, ready.
 */
const STEPS = [
  ['measure', []],
  ['document', ['measure']],
  ['rack', ['measure', 'document', 'pieces']],
  ['pieces', ['measure', 'document']],
  ['outline', ['measure', 'document', 'pieces']],
  ['resolve', ['measure', 'document', 'rack', 'pieces']],
  ['work', ['measure', 'document', 'rack', 'pieces', 'outline', 'resolve']],
  ['joints', ['measure', 'document', 'rack', 'pieces', 'outline', 'resolve', 'work']],
  ['solid', ['measure', 'document', 'rack', 'pieces', 'resolve', 'work', 'joints']],
  ['hardware', ['measure', 'document', 'rack', 'pieces', 'resolve', 'work', 'joints', 'solid', 'model']],
  ['cuts', ['measure', 'document', 'rack', 'pieces', 'resolve', 'work', 'joints', 'solid', 'model']],
  ['ready', ['measure', 'document', 'rack', 'pieces', 'resolve', 'work', 'joints', 'solid', 'model']],
  [
    'shown',
    ['measure', 'document', 'rack', 'pieces', 'resolve', 'work', 'joints', 'solid', 'model', 'cuts', 'proof'],
  ],
  [
    'plans',
    [
      ...['measure', 'document', 'rack', 'pieces', 'resolve', 'work', 'joints', 'solid', 'model', 'cuts'],
      ...['finished', 'outline', 'hardware'],
    ],
  ],
  [
    'proof',
    [
      ...['measure', 'document', 'rack', 'pieces', 'resolve', 'work', 'joints', 'solid', 'model', 'hardware'],
      ...['cuts', 'plans', 'outline'],
    ],
  ],
]

/** Tests, and the models that they hold to. */
const TESTS = '(\\.test\\.tsx?|/cases(\\.ts|/.*))$'

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: TESTS },
      to: { path: '^(app|workers|cli)/' },
    },
    {
      name: 'core-has-no-interface',
      severity: 'error',
      from: { path: '^core/' },
      to: {
        path:
          'node_modules/(react|react-dom|react-router|three|@react-three|radix-ui|zustand|' +
          'localforage|comlink)(/|$)',
      },
    },
    {
      name: 'models-of-tests-stay-there',
      severity: 'error',
      from: { pathNot: `${TESTS}|^core/testing/` },
      to: { path: '(^core/testing/|/cases(\\.ts|/.*)$)' },
    },
    {
      name: 'no-node-in-core',
      severity: 'error',
      from: { path: '^core/', pathNot: TESTS },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'workers-are-thin', severity: 'error', from: { path: '^workers/' }, to: { path: '^(app|cli)/' } },
    {
      name: 'page-models-nothing',
      severity: 'error',
      from: { path: '^app/', pathNot: TESTS },
      to: { path: '^core/(model|ready/build)\\.ts$', dependencyTypesNot: ['type-only'] },
    },
    { name: 'app-has-no-command-line', severity: 'error', from: { path: '^app/' }, to: { path: '^cli/' } },
    {
      name: 'unresolved',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '(\\+types/|\\?url$|\\?raw$|\\.wasm$)' },
    },
    ...STEPS.map(([name, may]) => ({
      name: `one-way-${name}`,
      severity: 'error',
      from: { path: `^core/${name}/`, pathNot: TESTS },
      to: { path: '^core/', pathNot: `^core/(${[name, ...may].join('|')})(/|\\.ts$)` },
    })),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
    },
  },
}
