import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** The oldest browsers that pupils have: iPads that stay at iPadOS 15. */
const BROWSERS = ['safari15.4', 'firefox115', 'chrome107'];

export default defineConfig({
  base: '/page/',
  // Without the compiler, whose caches weigh 6 kB of what a slow line brings: what is drawn often is memoised by hand.
  plugins: [react()],
  build: {
    outDir: '../../dist/page',
    emptyOutDir: true,
    modulePreload: { polyfill: false },
    target: BROWSERS,
    cssTarget: BROWSERS,
  },
  server: { port: 4682, proxy: { '/api': 'http://127.0.0.1:4680' } },
});
