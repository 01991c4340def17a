import { createSerwistRoute } from '@serwist/turbopack';

/** The worker of the service and its list of files, made when the program is built. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/sw.ts',
  useNativeEsbuild: true,
});
