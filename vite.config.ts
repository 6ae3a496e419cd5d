import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwindcss(), offline()],
  build: { outDir: '../dist/web', emptyOutDir: true, chunkSizeWarningLimit: 1500 },
  worker: { format: 'es' },
  server: {
    port: 4311,
    strictPort: true,
    host: '127.0.0.1',
    proxy: { '/api': `http://127.0.0.1:${process.env.PORT ?? 4310}` },
  },
});

/**
 * The service worker: the whole application is kept for use without network, and so is what a class needs to be led. A new
 * version waits until the instructor takes it.
 */
function offline() {
  return VitePWA({
    registerType: 'prompt',
    injectRegister: null,
    manifest: {
      name: 'Odd Round',
      short_name: 'Odd Round',
      description: 'Build timed interval classes, lead them aloud, and keep the record.',
      start_url: '/',
      display: 'standalone',
      background_color: '#f4efe4',
      theme_color: '#15222e',
      icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
    },
    workbox: {
      globPatterns: ['**/*.{html,js,css,svg,woff2}'],
      maximumFileSizeToCacheInBytes: 4_000_000,
      navigateFallback: '/index.html',
      navigateFallbackDenylist: [/^\/api\//],
      clientsClaim: true,
      cleanupOutdatedCaches: true,
      runtimeCaching: [
        {
          urlPattern: /^https?:\/\/[^/]+\/api\/(plans|moves|kit|thresholds|speech\/record)/,
          handler: 'NetworkFirst',
          options: {
            cacheName: 'class-data',
            networkTimeoutSeconds: 4,
            expiration: { maxEntries: 400 },
            cacheableResponse: { statuses: [200] },
          },
        },
        {
          urlPattern: /^https?:\/\/[^/]+\/api\/speech\/clip/,
          handler: 'CacheFirst',
          options: {
            cacheName: 'spoken-cues',
            expiration: { maxEntries: 2000 },
            cacheableResponse: { statuses: [200] },
          },
        },
      ],
    },
  });
}
