import { constants } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

/** What so many lazily loaded pages share is one file, too. */
const SHARED_BY = 4;

/** Nearly as small as it gets, in a tenth of the time. */
const BROTLI = defineAlgorithm('brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } });

/** The pages beside the agent's side, by the mode in which they are built: what clients open, and an agent's day on the road. */
const BESIDE: Readonly<Record<string, string>> = { portal: 'portal.html', day: 'day.html' };

/**
 * One of the three is built at a time, so that what it begins with is one file: whoever opens a page waits longer for eighty small
 * files than for a large one, and what is opened on a telephone has none of the agent's parts.
 */
export default defineConfig(({ mode }) => ({
  root: import.meta.dirname,
  // once, at the build, and not at each answer
  plugins: [react(), compression({ include: /\.(js|css|svg)$/, algorithms: ['gzip', BROTLI] })],
  html: { cspNonce: '__NONCE__' },
  build: {
    outDir: 'dist',
    emptyOutDir: !(mode in BESIDE),
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1300,
    rolldownOptions: {
      input: BESIDE[mode] ?? 'index.html',
      output: {
        codeSplitting: {
          groups: [
            { name: 'begin', tags: ['$initial'], priority: 1 },
            { name: 'pages', minShareCount: SHARED_BY },
          ],
        },
      },
    },
  },
}));
