export * from './exchange/index.ts';
export * from './paper/index.ts';
export * from './talk/index.ts';
