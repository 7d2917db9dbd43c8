import type { NextConfig } from 'next';

/** Sent with everything: what is answered is what it says it is, goes nowhere else, and may use nothing of the device. */
const headers = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Referrer-Policy', value: 'same-origin' },
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
  {
    key: 'Permissions-Policy',
    value:
      'camera=(), microphone=(), geolocation=(), payment=(), usb=(), clipboard-read=(self), clipboard-write=(self)',
  },
];

/** For workers, whose own answer says what they may do. */
const workerPolicy =
  "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'";

const config: NextConfig = {
  // Types are held by a check of their own.
  typescript: { ignoreBuildErrors: true },
  // The server's code is never sent: half of the time of a build went into making it small and mapping it.
  experimental: {
    serverMinification: false,
    serverSourceMaps: false,
    turbopackFileSystemCacheForBuild: false,
    turbopackSourceMaps: false,
  },
  reactStrictMode: true,
  poweredByHeader: false,
  // Done where the application is served, for every kind of answer.
  compress: false,
  serverExternalPackages: ['pg', 'sharp', 'harfbuzzjs'],
  // The shaper asks for Node's own module loader, which no browser has and it does not use there.
  turbopack: { resolveAlias: { module: { browser: './src/worker/no-module.mjs' } } },
  allowedDevOrigins: ['127.0.0.1'],
  headers: async () => [
    { source: '/:path*', headers },
    {
      source: '/_next/static/:path*',
      headers: [{ key: 'Content-Security-Policy', value: workerPolicy }],
    },
    {
      source: '/api/:path*',
      headers: [{ key: 'Content-Security-Policy', value: "default-src 'none'; frame-ancestors 'none'" }],
    },
  ],
};

export default config;
