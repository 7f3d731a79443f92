/** Who may import whom. A break fails `npm test`. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from },
  to: { path: '^(core|contract|server|web|demo|e2e|bench|stand-ins)/', pathNot: allowed },
});

export default {
  forbidden: [
    only('core-imports-nobody', '^core/src', '^core/src'),
    only('contract-imports-core', '^contract/src', '^(contract|core)/'),
    only('demo-imports-core', '^demo/src', '^(demo|core)/'),
    only('server-imports', '^server/src', '^(server/src|contract|core|demo)/'),
    {
      name: 'stand-ins-import-nobody',
      comment: 'The outside world knows only published formats.',
      severity: 'error',
      from: { path: '^stand-ins/([^/]+)/' },
      to: {
        path: '^(core|contract|server|web|demo|e2e|bench|stand-ins)/',
        pathNot: '^stand-ins/$1/',
      },
    },
    only('web-imports', '^web/src', '^(web/src|contract|core)/'),
    {
      name: 'core-has-no-dependency',
      comment: 'The computation runs anywhere: no package, and of Node only the command.',
      severity: 'error',
      from: { path: '^core/src', pathNot: '^core/src/cli' },
      to: {
        dependencyTypes: [
          'npm',
          'npm-dev',
          'npm-peer',
          'npm-optional',
          'npm-no-pkg',
          'npm-unknown',
          'unknown',
          'core',
        ],
      },
    },
    {
      name: 'rooms-through-the-door',
      comment:
        'A room imports another room through its index.ts only; kit, ui, app, forms and database are shared.',
      severity: 'error',
      from: { path: '^(server|web)/src/([^/]+)/', pathNot: '^(server|web)/src/(app|database)/' },
      to: {
        path: '^(server|web)/src/[^/]+/',
        pathNot: '^$1/src/($2|kit|ui|app|forms|database)/|/index\\.ts$',
      },
    },
    {
      name: 'core-rooms-through-the-door',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/', pathNot: '^core/src/(cli|format)/' },
      to: { path: '^core/src/[^/]+/', pathNot: '^core/src/($1|format)/|/index\\.ts$' },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(core|contract|demo|server|web|stand-ins/[^/]+)/dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.depcruise.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
    },
  },
};
