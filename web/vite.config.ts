import { constants } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

/** What so many lazily loaded pages share is one file, too. */
const SHARED_BY = 4;

/** Nearly as small as it gets, in a tenth of the time. */
const BROTLI = defineAlgorithm('brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } });

/**
 * The agent's side is built, or, in the mode `portal`, what clients open. Each is built by itself, so that what it begins with is one
 * file: whoever opens a page waits longer for eighty small files than for a large one, and the portal has none of the agent's parts.
 */
export default defineConfig(({ mode }) => ({
  root: import.meta.dirname,
  // once, at the build, and not at each answer
  plugins: [react(), compression({ include: /\.(js|css|svg)$/, algorithms: ['gzip', BROTLI] })],
  html: { cspNonce: '__NONCE__' },
  build: {
    outDir: 'dist',
    emptyOutDir: mode !== 'portal',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1300,
    rolldownOptions: {
      input: mode === 'portal' ? 'portal.html' : 'index.html',
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
