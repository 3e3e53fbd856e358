import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['better-sqlite3', 'sharp', 'pino', 'lcms-wasm'],
  // types are proved by `tsc` in `npm test`, over more than what Next.js compiles
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  experimental: { optimizePackageImports: ['@mantine/core', '@mantine/hooks'] },
}

export default config
