import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  serverExternalPackages: ['pg', 'sharp'],
  allowedDevOrigins: ['127.0.0.1'],
};

export default config;
