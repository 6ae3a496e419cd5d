import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig, type Plugin } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';
import { cutDigitsFace } from './scripts/digits-face.ts';

/** Addresses of those who follow a class: a page of their own. */
const FOLLOWERS = /^\/(join|wall|camera|station|squad|remote)(\/|\?|$)/;

/** Addresses of classes that are given out: pages of the server's. */
const GIVEN_OUT = /^\/h\//;

/**
 * What is sent together, by who needs it: left to itself the build makes a file of every set of pages that share something, and a page
 * comes in a hundred requests. What stands in no group goes with the page that needs it.
 */
const CHUNKS = [
  {
    name: 'react',
    test: /node_modules\/(react|react-dom|scheduler|zustand)\/|preload-helper|rolldown\/runtime|web\/base\/(theme|device\/storage)|stage\/target/,
  },
  // What every page but that for a code has: the class, its time, what is asked of the server.
  {
    name: 'model',
    test: /core\/(class\/(cues|formats|station|values)|class\/plan\/(defaults|edits|fields|format-words|ids|in-series|layout|music|one-clock|parse|schema)\.|time\/|wire\/(documents|endpoint|live)\.)|node_modules\/(valibot|nanoid)\/|web\/base\/(data\/(client|local-time|trouble)\.|device\/run-lock|figures\/figure-source|live\/(timers|steady-clock|clock))|core\/voice\/(cues\/(phrases|spoken)|sound\/music-source)\./,
  },
  // What is drawn of a class that is led.
  {
    name: 'stage',
    test: /core\/voice\/(cues\/(counts|said|types)\.|stage)|web\/base\/(live|ui\/use-(frames|window))|web\/lead\/stage\/(announce|big-time|field|fit-text|set-shown|use-sizes|words)\.|web\/lead\/follow\/(follow|use-run|screen-props|phone)/,
  },
  { name: 'figure', test: /\/figure\/|web\/base\/figures/ },
  { name: 'sound', test: /core\/voice\/(cues|sound)|web\/base\/(audio|tracks\/loops)/ },
  { name: 'session', test: /web\/lead\/(session\/(desk|this-desk)|ready\/volumes)/ },
  // The frame of the planning screens, and what all of them ask for.
  {
    name: 'app',
    test: /node_modules\/(react-router|@tanstack\/(react-query|query-core)|lucide-react|idb-keyval)\/|core\/(moves\/(lexicon|heads|guess|spelling|library|reading|schema|words)\.|wire\/(calendar|files|keeping|library|plan-document|plans|runs)\.|class\/plan\/(stored|steps|history)\.|record\/calendar\/(days|entries|items|zones)|record\/series\/schema|judge\/norms\/thresholds)|web\/base\/(data\/(api|clock|kept-plans|library-store|queries|use-calendar|use-loaded|use-pages)|lists\/(long-list|when-loaded|fault)|ui\/(button|actions|search-field|hint|keys))/,
  },
  // What a class is built and led with.
  {
    name: 'class',
    test: /core\/(judge\/(balance|care|norms|room|sequence\/(search|index))|moves\/(find|swap)|record\/sets\/(sets|counts|change)\.|wire\/(records|speech|music))|node_modules\/comlink|web\/base\/(workers|drawings\/(class-strip|effort-line)|ui\/(number-field|duration-field|use-draft|field-error))/,
  },
].map((group, k, all) => ({
  ...group,
  priority: all.length - k,
  minShareCount: 2,
  includeDependenciesRecursively: false,
}));

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
      output: { codeSplitting: { groups: CHUNKS } },
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
