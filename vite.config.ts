import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig, type Plugin } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';
import { chunkGroups } from './scripts/chunks.ts';
import { cutDigitsFace } from './scripts/digits-face.ts';

/** Addresses of those who follow a class: a page of their own. */
const FOLLOWERS = /^\/(join|wall|camera|station|squad|remote)(\/|\?|$)/;

/** Addresses of classes that are given out: pages of the server's. */
const GIVEN_OUT = /^\/h\//;

export default defineConfig(async () => ({
  root: 'web',
  plugins: [
    react(),
    tailwindcss(),
    followers(),
    offline(),
    compression({
      algorithms: ['gzip', 'brotliCompress'],
      include: /\.(html|js|css|svg|webmanifest)$/,
      exclude: /sw\.js$/,
    }),
  ],
  resolve: {
    alias: { '~digits-face': await cutDigitsFace() },
    conditions: ['@odd-round/source', ...defaultClientConditions],
  },
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    chunkSizeWarningLimit: 1500,
    rolldownOptions: {
      input: { index: 'web/index.html', follow: 'web/follow.html' },
      output: { codeSplitting: { groups: chunkGroups(import.meta.dirname) } },
    },
  },
  worker: { format: 'es' as const },
  server: {
    port: 4311,
    strictPort: true,
    host: '127.0.0.1',
    proxy: Object.fromEntries(['/api', '^/h/'].map((from) => [from, `http://127.0.0.1:${process.env.PORT ?? 4310}`])),
  },
}));

/** While developing, followers get their own page as they do from the server. */
function followers(): Plugin {
  return {
    name: 'followers',
    configureServer: (server) => {
      server.middlewares.use((req, _res, next) => {
        if (FOLLOWERS.test(req.url ?? '')) req.url = '/follow.html';
        next();
      });
    },
  };
}

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
      // Glyphs of other scripts are fetched when a page has them, and kept then.
      globIgnores: ['**/*{latin-ext,vietnamese}*.woff2'],
      maximumFileSizeToCacheInBytes: 4_000_000,
      navigateFallback: '/index.html',
      navigateFallbackDenylist: [/^\/api\//, GIVEN_OUT, FOLLOWERS],
      clientsClaim: true,
      cleanupOutdatedCaches: true,
      runtimeCaching: [
        {
          urlPattern: /^https?:\/\/[^/]+\/(join|wall|camera|station|squad|remote)(\/|\?|$)/,
          handler: 'NetworkOnly',
          options: { precacheFallback: { fallbackURL: '/follow.html' } },
        },
        {
          urlPattern: /\/assets\/.*\.woff2$/,
          handler: 'CacheFirst',
          options: { cacheName: 'glyphs', expiration: { maxEntries: 20 } },
        },
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
