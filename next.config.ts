import type { NextConfig } from 'next'

const config: NextConfig = {
  // Shared memory and exact timers in page and workers.
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
        { key: 'Cross-Origin-Embedder-Policy', value: 'require-corp' },
      ],
    },
  ],
  serverExternalPackages: ['better-sqlite3', 'sharp', 'harfbuzzjs'],
  turbopack: { resolveAlias: { module: { browser: './bench/empty-module.ts' } } },
  // Types are checked by `npm test`; a fresh machine starts sooner without.
  typescript: { ignoreBuildErrors: true },
  devIndicators: false,
  poweredByHeader: false,
}
export default config
