import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  base: '/page/',
  plugins: [react({ compiler: true })],
  build: { outDir: '../../dist/page', emptyOutDir: true, modulePreload: { polyfill: false } },
  server: { port: 4682, proxy: { '/api': 'http://127.0.0.1:4680' } },
});
