export * from './compare/index.ts';
export * from './run/index.ts';
export * from './timeline/index.ts';
