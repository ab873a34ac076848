import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react({ compiler: true })],
  build: { outDir: '../../dist/web', emptyOutDir: true },
  server: { port: 4681, proxy: { '/api': 'http://127.0.0.1:4680' } },
});
