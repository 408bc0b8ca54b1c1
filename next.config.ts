import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // `npm test` checks types in a step of its own; whoever starts the demo need not wait for it.
  typescript: { ignoreBuildErrors: true },
  // What runs on the server alone is loaded as it is.
  serverExternalPackages: ['bullmq', 'ioredis', '@aws-sdk/client-s3', '@aws-sdk/lib-storage'],
  turbopack: { resolveAlias: { module: { browser: './src/render/pdf/nowhere.ts' } } },
  async headers() {
    return [
      {
        source: '/:path*',
        headers: [
          { key: 'X-Content-Type-Options', value: 'nosniff' },
          { key: 'Referrer-Policy', value: 'no-referrer' },
          { key: 'X-Frame-Options', value: 'DENY' },
          { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
          { key: 'Permissions-Policy', value: 'camera=(), geolocation=(), microphone=(self)' },
        ],
      },
      { source: '/fonts/:path*', headers: [{ key: 'Cache-Control', value: 'public, max-age=31536000, immutable' }] },
    ];
  },
};

export default config;
