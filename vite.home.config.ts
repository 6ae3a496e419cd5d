import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';
import { cutDigitsFace } from './scripts/digits-face.ts';

/** The player that goes along with a class that leaves as one file: a single script and a single sheet of styles, its faces within. */
export default defineConfig(async () => ({
  root: 'web',
  publicDir: false as const,
  plugins: [react(), tailwindcss()],
  define: { 'process.env.NODE_ENV': '"production"' },
  resolve: {
    alias: { '~digits-face': await cutDigitsFace() },
    conditions: ['@odd-round/source', ...defaultClientConditions],
  },
  build: {
    outDir: '../dist/home',
    emptyOutDir: true,
    assetsInlineLimit: 10_000_000,
    cssCodeSplit: false,
    chunkSizeWarningLimit: 1500,
    lib: {
      entry: 'lead/home/main.tsx',
      formats: ['iife' as const],
      name: 'oddRound',
      fileName: () => 'home.js',
      cssFileName: 'home',
    },
  },
}));
