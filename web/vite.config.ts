import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react()],
  html: { cspNonce: '__NONCE__' },
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1300,
    rollupOptions: { input: { agent: 'index.html', portal: 'portal.html' } },
  },
});
