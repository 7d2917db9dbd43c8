import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  serverExternalPackages: ['pg', 'sharp', 'harfbuzzjs'],
  // The shaper asks for Node's own module loader, which no browser has and it does not use there.
  turbopack: { resolveAlias: { module: { browser: './src/worker/no-module.mjs' } } },
  allowedDevOrigins: ['127.0.0.1'],
};

export default config;
