/** The walls of the house: what may import what. Checked by `npm test`. */
export default {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-circle-of-folders', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(server|web|bin|e2e|bench)/' },
    },
    { name: 'web-and-server-apart', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|bin)/' } },
    { name: 'server-and-web-apart', severity: 'error', from: { path: '^(server|bin)/' }, to: { path: '^web/' } },
    {
      name: 'by-the-index',
      comment: 'A folder says in its index what it offers.',
      severity: 'error',
      from: { path: '^(core|web)/([^/]+)/' },
      to: { path: '^(core|web)/[^/]+/', pathNot: ['^$1/$2/', '/index\\.ts$', '\\.css$'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(dist|node_modules|core/test|server/test|web/test)|\\.json$|\\.test\\.tsx?$' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.mjs', '.js'] },
  },
};
