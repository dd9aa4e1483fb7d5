import type { NextConfig } from 'next'

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  // `npm run types` looks at them, once.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['better-sqlite3'],
}

export default config
