/** Imports point one way, types included: app -> bench, server -> host -> core; bench, server -> wire; workers and cli -> host, bench/worker, core. */
/** Rooms of the core: each knows those before it, and none after. So no room comes back to itself either. */
const ROOMS = [
  ...[
    'basics',
    'text',
    'outputs',
    'geometry',
    'colour',
    'pixels',
    'vector',
    'type',
    'masks',
    'treatments',
    'cutout',
  ],
  ...[
    'kinds',
    'brush',
    'design',
    'formats',
    'adapt',
    'compose',
    'arrange',
    'resolve',
    'render',
    'checks',
    'delivery',
  ],
]
const ranks = ROOMS.slice(0, -1).map((room, n) => ({
  name: `core-${room}-knows-only-what-is-before-it`,
  severity: 'error',
  from: { path: `^core/${room}/`, pathNot: '\\.test(-data)?\\.ts$' },
  to: { path: `^core/(${ROOMS.slice(n + 1).join('|')})/` },
}))
module.exports = {
  forbidden: [
    ...ranks,
    {
      name: 'core-has-rooms-with-a-rank',
      severity: 'error',
      from: {},
      to: { path: `^core/(?!(${ROOMS.join('|')})/)` },
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test(-data)?\\.ts$' },
      to: { path: '^(app|bench|server|host|cli|workers|supplies|e2e|measure)/' },
    },
    {
      name: 'core-knows-no-platform',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test(-data)?\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-draws-no-interface',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test(-data)?\\.ts$' },
      to: { path: 'node_modules/(react|next|sharp|better-sqlite3|kysely|zustand)/' },
    },
    {
      name: 'bench-knows-no-server',
      severity: 'error',
      from: { path: '^bench/', pathNot: '\\.test(-data)?\\.ts$' },
      to: { path: '^(server|host|app|cli)/' },
    },
    {
      name: 'server-knows-no-interface',
      severity: 'error',
      from: { path: '^(server|host)/' },
      to: { path: '^(bench|app)/' },
    },
    {
      name: 'host-knows-no-server',
      severity: 'error',
      from: { path: '^host/' },
      to: { path: '^(server|app)/' },
    },
    {
      name: 'wire-knows-nobody',
      severity: 'error',
      from: { path: '^wire/' },
      to: { path: '^(app|bench|server|host|cli|workers|supplies)/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^\\.next|^\\.cache|kernels/|kernel\\.as\\.ts)' },
    // Types too: whoever takes a type from a room knows the room.
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
    },
  },
}
