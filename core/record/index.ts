export * from './calendar/index.ts';
export * from './pulse/index.ts';
export * from './series/index.ts';
export * from './sets/index.ts';
