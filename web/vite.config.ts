import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';

import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const WORTH_IT = /\.(?:js|css|svg|json)$/;

/** Writes every script and style a second time, compressed, so that the server need not. */
function compressed(): Plugin {
  let folder = '';
  return {
    name: 'compressed',
    apply: 'build',
    configResolved: (config) => {
      folder = resolve(config.root, config.build.outDir, config.build.assetsDir);
    },
    closeBundle: () => {
      for (const name of readdirSync(folder).filter((file) => WORTH_IT.test(file))) {
        const whole = readFileSync(join(folder, name));
        writeFileSync(join(folder, `${name}.br`), brotliCompressSync(whole));
        writeFileSync(join(folder, `${name}.gz`), gzipSync(whole, { level: 9 }));
      }
    },
  };
}

export default defineConfig({
  plugins: [
    react(),
    compressed(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'worker',
      filename: 'sw.ts',
      injectRegister: null,
      injectManifest: { globPatterns: ['assets/*.{js,css,woff2}'], rollupFormat: 'iife' },
      manifest: {
        name: 'Snabo',
        short_name: 'Snabo',
        description: 'Keep the comfort dish, swap its starch',
        id: '/',
        scope: '/',
        start_url: '/dishes',
        display: 'standalone',
        background_color: '#f6f2e8',
        theme_color: '#1e6b57',
        // Drawn here: a dish cut open, its layers between the walls.
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
        shortcuts: [
          { name: 'Shopping list', url: '/menu/shopping' },
          { name: 'Menu', url: '/menu' },
          { name: 'Bring a dish', url: '/bring' },
        ],
        share_target: {
          action: '/bring',
          method: 'GET',
          params: { title: 'title', text: 'text', url: 'url' },
        },
      },
    }),
  ],
  build: { outDir: 'dist' },
  server: { proxy: { '/api': 'http://127.0.0.1:8760' } },
});
