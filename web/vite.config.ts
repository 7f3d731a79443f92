import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const src = (room: string) => fileURLToPath(new URL(`../${room}/src/index.ts`, import.meta.url));

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { alias: { '@tribos/core': src('core'), '@tribos/contract': src('contract') } },
  worker: { format: 'es' },
  build: { target: 'es2022', sourcemap: false, assetsInlineLimit: 0 },
  server: { proxy: { '/api': process.env['TRIBOS_API'] ?? 'http://127.0.0.1:4177' } },
});
