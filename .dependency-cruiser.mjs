/** The walls of the house: what may import what. Checked by `npm test`. */

/** The districts of a part, in order: each knows only those before it. */
const DISTRICTS = {
  core: ['class', 'moves', 'time', 'notes', 'voice', 'judge', 'record', 'out', 'wire'],
  web: ['base', 'plan', 'lead', 'keep', 'shell'],
};

const INDEX = '/index\\.ts$';

const inOrder = Object.entries(DISTRICTS).flatMap(([part, districts]) =>
  districts.slice(0, -1).map((district, k) => ({
    name: `${part}-${district}-knows-what-is-before-it`,
    severity: 'error',
    from: { path: `^${part}/${district}/` },
    to: { path: `^${part}/(${districts.slice(k + 1).join('|')})/` },
  })),
);

export default {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-circle-of-folders', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },
    ...inOrder,
    {
      name: 'a-district-has-a-place-in-the-order',
      severity: 'error',
      from: {},
      to: {
        path: '^(core|web)/[^/]+/',
        pathNot: Object.entries(DISTRICTS).map(([part, districts]) => `^${part}/(${districts.join('|')})/`),
      },
    },
    { name: 'figure-stands-alone', severity: 'error', from: { path: '^figure/' }, to: { path: '^(?!figure/)[^/]+/' } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(server|web|bin|e2e|bench)/' },
    },
    { name: 'web-and-server-apart', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|bin)/' } },
    { name: 'server-and-web-apart', severity: 'error', from: { path: '^(server|bin)/' }, to: { path: '^web/' } },
    {
      name: 'figure-by-its-index',
      severity: 'error',
      from: { pathNot: '^figure/' },
      to: { path: '^figure/', pathNot: [`^figure${INDEX}`] },
    },
    {
      name: 'a-district-by-its-index',
      comment: 'A district says in its index what it offers to others; a page is loaded by the index of its room.',
      severity: 'error',
      from: { path: '^([^/]+/[^/]+)/' },
      to: { path: '^(core|web)/[^/]+/', pathNot: ['^$1/', `^[^/]+/[^/]+${INDEX}`, '\\.css$'], dynamic: false },
    },
    {
      name: 'a-room-by-its-index',
      comment: 'A room says in its index what it offers to the others of its district.',
      severity: 'error',
      from: { path: '^(core|web)/([^/]+)/([^/]+)/' },
      to: { path: '^(core|web)/[^/]+/[^/]+/', pathNot: ['^$1/$2/$3/', INDEX, '\\.css$'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/|^(node_modules|core/test|server/test|web/test)|\\.json$|\\.test\\.tsx?$' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
      exportsFields: ['exports'],
      conditionNames: ['@odd-round/source', 'import'],
    },
  },
};
