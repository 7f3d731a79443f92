import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const src = (room: string) => fileURLToPath(new URL(`../${room}/src/index.ts`, import.meta.url));

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: false,
      manifest: false,
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//u],
        cleanupOutdatedCaches: true,
        clientsClaim: true,
        skipWaiting: true,
        sourcemap: false,
      },
    }),
  ],
  define: { __BUILD__: JSON.stringify(randomUUID()) },
  resolve: { alias: { '@tribos/core': src('core'), '@tribos/contract': src('contract') } },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    // No file of the core does anything by being imported: the first view takes only what it uses of it.
    rolldownOptions: { treeshake: { moduleSideEffects: (id: string) => !id.includes('/core/src/') } },
  },
  server: { proxy: { '/api': process.env['TRIBOS_API'] ?? 'http://127.0.0.1:4177' } },
});
