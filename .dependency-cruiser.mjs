/**
 * The rules of the house, held by `npm run lint`: which part of the program may know which. docs/architecture.md says why.
 * Areas stand in the order of the work; each calls only those before it, by their door (`index.ts`).
 */
export const LINE = [
  'course',
  'brief',
  'safety',
  'plan',
  'concepts',
  'builds',
  'bench',
  'compliance',
  'event',
  'grades',
  'standings',
  'reviews',
];

const area = (names) => `^src/areas/(?:${names.join('|')})/`;

/** A layer may import itself, packages, and what is named. */
const only = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from },
  to: { path: '^src/', pathNot: to },
});

export default {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: { path: '^src/' }, to: { circular: true } },
    {
      name: 'nothing-dead',
      severity: 'error',
      from: {
        orphan: true,
        path: '^src/',
        pathNot: [
          '\\.test\\.ts$',
          '^src/app/',
          '^src/proxy\\.ts$',
          '\\.d\\.ts$',
          '\\.css$',
          '^src/workers/',
          '^src/ui/outbox/sw\\.js$',
        ],
      },
      to: {},
    },
    ...LINE.slice(0, -1).map((name, i) => ({
      name: `line-of-areas-${name}`,
      comment: 'An area calls only those before it; what goes the other way is handed in (src/areas/area.ts).',
      severity: 'error',
      from: { path: area([name]) },
      to: { path: area(LINE.slice(i + 1)) },
    })),
    {
      name: 'one-door',
      comment:
        'Other areas are reached by their index.ts; a component may also place one of an area before, or call its actions.',
      severity: 'error',
      from: { path: '^src/areas/([a-z]+)/' },
      to: {
        path: '^src/areas/[a-z]+/.',
        pathNot: ['^src/areas/$1/', '^src/areas/[a-z]+/index\\.ts$', '^src/areas/[a-z]+/(?:ui|write)/'],
      },
    },
    {
      name: 'reads-know-no-components',
      severity: 'error',
      from: { path: '^src/areas/[a-z]+/(?:read|write|records|shared)/' },
      to: { path: '^src/areas/[a-z]+/ui/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'door-for-reads',
      comment:
        'Routes and the shell place what is in ui and write; what they read comes by the door, or from the read of their page.',
      severity: 'error',
      from: { path: '^src/(?:app|shell)/' },
      to: { path: '^src/areas/[a-z]+/(?:read|shared|records)/', pathNot: '^src/areas/[a-z]+/read/pages/' },
    },
    {
      name: 'no-way-through-the-own-door',
      severity: 'error',
      from: { path: '^src/areas/([a-z]+)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/areas/$1/index\\.ts$' },
    },
    only('core-alone', '^src/core/', ['^src/core/']),
    only('db', '^src/db/', ['^src/db/', '^src/core/']),
    only('server', '^src/server/', ['^src/server/', '^src/db/', '^src/core/']),
    only('workers', '^src/workers/', ['^src/workers/', '^src/core/']),
    only('ui', '^src/ui/', ['^src/ui/', '^src/workers/', '^src/core/', '^src/(?:server|db)/']),
    {
      name: 'ui-knows-types-alone',
      severity: 'error',
      from: { path: '^src/ui/' },
      to: { path: '^src/(?:server|db)/', dependencyTypesNot: ['type-only'] },
    },
    only('areas', '^src/areas/', [
      '^src/areas/',
      '^src/server/',
      '^src/db/',
      '^src/ui/',
      '^src/workers/',
      '^src/core/',
    ]),
    only('shell', '^src/shell/', [
      '^src/shell/',
      '^src/areas/',
      '^src/server/',
      '^src/db/',
      '^src/ui/',
      '^src/workers/',
      '^src/core/',
    ]),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default'] },
    cache: { folder: 'node_modules/.cache/dependency-cruiser', strategy: 'content' },
  },
};
