/** Imports point one way, types included: app -> bench, server -> host -> core; bench, server -> wire; workers and cli -> host, bench/render, core. */
module.exports = {
  forbidden: [
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
