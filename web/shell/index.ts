export * from './app/index.ts';
