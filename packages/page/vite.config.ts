import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

/** The oldest browsers that pupils have: iPads that stay at iPadOS 15. */
const BROWSERS = ['safari15.4', 'firefox115', 'chrome107'];

/**
 * Names in the page the scripts that are fetched later: the service worker keeps them for use without a network, and the
 * server has them fetched at once where nothing else comes first.
 */
const nameParts: Plugin = {
  name: 'name-parts',
  transformIndexHtml: {
    order: 'post',
    handler: (html, { bundle = {} }) => {
      const parts = Object.values(bundle)
        .filter((file) => file.type === 'chunk' && !file.isEntry)
        .map(({ fileName }) => `/page/${fileName}`);
      return html.replace(
        '<!--parts-->',
        `<script type="application/json" id="parts">${JSON.stringify(parts)}</script>`,
      );
    },
  },
};

export default defineConfig({
  base: '/page/',
  // Without the compiler, whose caches weigh 6 kB of what a slow line brings: what is drawn often is memoised by hand.
  plugins: [react(), nameParts],
  build: {
    outDir: '../../dist/page',
    emptyOutDir: true,
    modulePreload: { polyfill: false },
    target: BROWSERS,
    cssTarget: BROWSERS,
  },
  server: { port: 4682, proxy: { '/api': 'http://127.0.0.1:4680' } },
});
