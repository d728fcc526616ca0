import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { licences } from './licences.ts';
import { shippedRead } from './shipped.ts';

export default defineConfig({
  plugins: [
    shippedRead(),
    react(),
    licences(),
    VitePWA({
      // versions.ts registers it, once the page is quiet, and lets a new one wait
      registerType: 'prompt',
      injectRegister: false,
      includeAssets: ['favicon.svg', 'apple-touch-icon.png'],
      manifest: {
        name: 'Sgraffa',
        short_name: 'Sgraffa',
        description: 'Plans the layers on a crafted piece, from its surface to its washing limits.',
        theme_color: '#F5F0E6',
        background_color: '#F5F0E6',
        display: 'standalone',
        icons: [
          { src: 'favicon.svg', sizes: 'any', type: 'image/svg+xml' },
          { src: 'icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: 'icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: 'icon-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,json,svg,woff,woff2}'],
        navigateFallbackDenylist: [/^\/api\//],
        clientsClaim: true,
      },
    }),
  ],
  worker: { format: 'es', plugins: () => [shippedRead(), licences()] },
  build: { target: 'es2022', outDir: 'dist', sourcemap: false, chunkSizeWarningLimit: 900 },
  server: { port: 5173 },
});
