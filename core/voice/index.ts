export * from './cues/index.ts';
export * from './sound/index.ts';
export * from './stage/index.ts';
