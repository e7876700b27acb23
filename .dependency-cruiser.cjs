/** The arrows of the house: who may import whom. Breaking one breaks the build. */
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'core imports nothing of ours and no library',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^core/' },
    },
    {
      name: 'contract-only-core',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(server|web|cli|e2e)/' },
    },
    {
      name: 'words-only-core',
      comment: 'sentences know what the core found and how money is written (ISO 4217), and nothing of who reads them where',
      severity: 'error',
      from: { path: '^words/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^(words|core|node_modules/currency-codes)/' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|e2e)/' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|cli|e2e)/' } },
    {
      name: 'use-cases-know-no-http',
      severity: 'error',
      from: { path: '^server/(?!http/|documents/)[a-z]+/', pathNot: 'routes\\.ts$|\\.test\\.ts$' },
      to: { path: '^server/http/|node_modules/express' },
    },
    {
      name: 'storage-knows-no-use-cases',
      severity: 'error',
      from: { path: '^server/[a-z]+/[a-zA-Z]*[sS]torage\\.ts$|^server/storage/' },
      to: { path: 'useCases\\.ts$|^server/(http|documents|work)/' },
    },
    {
      name: 'core-order',
      comment: 'sun <- irradiance <- modules <- soiling <- frequency, one way',
      severity: 'error',
      from: { path: '^core/(sun|irradiance|modules|soiling)/' },
      to: { path: '^core/(frequency|quotes|jobs|reach|rules|planning)/' },
    },
    {
      name: 'sun-first',
      severity: 'error',
      from: { path: '^core/sun/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/(?!sun/|time/|units/)' } },
    {
      name: 'irradiance-second',
      severity: 'error',
      from: { path: '^core/irradiance/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/(?!irradiance/|sun/|time/|units/)' },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '/dist/' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'] },
  },
};
