import { fileURLToPath } from 'node:url';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { VitePWA } from 'vite-plugin-pwa';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  plugins: [
    react(),
    tailwind(),
    VitePWA({
      // A newer version waits until it is asked for: no page changes under wet hands.
      registerType: 'prompt',
      injectRegister: false,
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,svg,png}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api/, /^\/pair/],
        importScripts: ['notice-clicks.js'],
        // The first visit is served by it too, so that the stove opens without the server from then on.
        clientsClaim: true,
      },
      manifest: {
        name: 'Steepsis',
        short_name: 'Steepsis',
        description: 'The bench tool of a home brewer of iced teas, hibiscus and botanical infusions',
        start_url: '/steep',
        scope: '/',
        display: 'standalone',
        background_color: '#f1f4f4',
        theme_color: '#10231d',
        icons: [
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
        ],
      },
    }),
  ],
  resolve: {
    conditions: ['source', ...defaultClientConditions],
    alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) },
  },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 600 },
  server: { port: 5173, proxy: { '/api': 'http://127.0.0.1:4310' } },
});
