export * from './closing/index.ts';
export * from './desk/index.ts';
export * from './pulse/index.ts';
export * from './ready/index.ts';
export * from './rehearse/index.ts';
export * from './session/index.ts';
export * from './stage/index.ts';
