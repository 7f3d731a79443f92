import { randomUUID } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const src = (room: string) => fileURLToPath(new URL(`../${room}/src/index.ts`, import.meta.url));
const inCore = (file: string) => fileURLToPath(new URL('../core/src/', import.meta.url)) + file;

/** A piece worth asking for before it is found, bytes. */
const LARGE = 40_000;
/** What stands first where a job's address is opened. */
const FIRST_OF_A_JOB = /\/(?:app\/JobPage|measure\/Station)\.tsx$/u;

/** Tells `early.js` the large pieces of the job's screens, so that they are on their way before anything has run. */
const jobPieces = (): Plugin => ({
  name: 'job-pieces',
  apply: 'build',
  writeBundle({ dir }, bundle) {
    const chunks = Object.values(bundle).filter((b) => b.type === 'chunk');
    const named = new Map(chunks.map((c) => [c.fileName, c]));
    const [wanted, first] = [new Set<string>(), new Set<string>()];
    const walk = (file: string, into: Set<string>): void => {
      if (into.has(file)) return;
      into.add(file);
      for (const inner of named.get(file)?.imports ?? []) walk(inner, into);
    };
    for (const c of chunks) {
      if (c.isEntry) walk(c.fileName, first);
      else if (FIRST_OF_A_JOB.test(c.facadeModuleId ?? '')) walk(c.fileName, wanted);
    }
    const pieces = [...wanted]
      .filter((f) => !first.has(f) && (named.get(f)?.code.length ?? 0) > LARGE)
      .map((f) => `/${f}`);
    const early = join(dir!, 'early.js');
    const filled = readFileSync(early, 'utf8').replace('pieces = []', `pieces = ${JSON.stringify(pieces)}`);
    writeFileSync(early, filled);
  },
});

export default defineConfig({
  plugins: [
    jobPieces(),
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
  resolve: {
    alias: [
      { find: '@tribos/core/ground', replacement: inCore('ground.ts') },
      { find: /^@tribos\/core\/(\w+)$/u, replacement: inCore('$1/index.ts') },
      { find: '@tribos/contract', replacement: src('contract') },
    ],
  },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    // The browser finds what a screen is made of by itself; a link in the page for each of its pieces is dearer.
    modulePreload: { resolveDependencies: (_, all) => all.filter((file) => file.endsWith('.css')) },
    // No file of the core and no room's door does anything by being imported: a view takes only what it uses of them.
    rolldownOptions: {
      treeshake: {
        moduleSideEffects: (id: string) =>
          !/\/(?:core|contract)\/src\/|\/web\/src\/\w+\/index\.ts$/u.test(id),
      },
    },
  },
  server: { proxy: { '/api': process.env['TRIBOS_API'] ?? 'http://127.0.0.1:4177' } },
});
