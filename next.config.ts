import { withSerwist } from '@serwist/turbopack';
import type { NextConfig } from 'next';

const config: NextConfig = {
  output: 'standalone',
  poweredByHeader: false,
  reactStrictMode: true,
  turbopack: { root: import.meta.dirname },
  serverExternalPackages: ['postgres', 'pg-boss', 'pg', 'pdfmake', 'piscina'],
  // read by their paths, which tracing does not see
  outputFileTracingIncludes: {
    '/api/export/\\[file\\]': ['./node_modules/pdfmake/fonts/**'],
    '/api/cards/\\[cardId\\]': ['./node_modules/pdfmake/fonts/**'],
  },
  // a browser that has not read a page's own icon yet asks for this one
  rewrites: () => Promise.resolve([{ source: '/favicon.ico', destination: '/icon.svg' }]),
  // also of files that are served as they are, which the proxy does not see
  headers: () =>
    Promise.resolve([{ source: '/:path*', headers: [{ key: 'X-Content-Type-Options', value: 'nosniff' }] }]),
  // the tests check the types beside other work, once
  typescript: { ignoreBuildErrors: process.env['TYPES_ARE_CHECKED'] === '1' },
  // files of readings are sent whole, to be looked through before anything is taken
  experimental: { serverActions: { bodySizeLimit: '45mb' }, proxyClientMaxBodySize: '45mb' },
};

export default withSerwist(config);
