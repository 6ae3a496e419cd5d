export * from './cues/index.ts';
export * from './formats/index.ts';
export * from './plan/index.ts';
export * from './shorthand/index.ts';
export * from './station/index.ts';
export * from './values/index.ts';
