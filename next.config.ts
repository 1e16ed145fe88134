import type { NextConfig } from 'next';

const config: NextConfig = {
  distDir: process.env.IRONSTONE_BUILT ?? '.next',
  poweredByHeader: false,
  env: { IRONSTONE_VERSION: process.env.IRONSTONE_VERSION ?? 'development' },
  reactStrictMode: true,
  experimental: { turbopackFileSystemCacheForBuild: false },
  // Types are checked by `npm test`; a start does not check them again.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: [
    '@node-rs/argon2',
    'postgres',
    'mathjs',
    '@stdlib/stats-base-dists-t-quantile',
    '@stdlib/stats-base-dists-normal-quantile',
  ],
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'same-origin' },
        { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
        { key: 'Permissions-Policy', value: 'camera=(self), microphone=(), geolocation=()' },
      ],
    },
    // Frozen results may stand in a frame of other pages; nothing else may.
    { source: '/((?!results/).*)', headers: [{ key: 'X-Frame-Options', value: 'DENY' }] },
    // Pages get theirs in src/proxy.ts; what is no page, and what is not found there, runs and shows nothing.
    {
      source: '/api/:path*',
      headers: [{ key: 'Content-Security-Policy', value: "default-src 'none'; frame-ancestors 'none'" }],
    },
  ],
};
export default config;
