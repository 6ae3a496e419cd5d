export * from './edits.ts';
export * from './field.ts';
export * from './fields.ts';
export * from './measure.ts';
export * from './said.ts';
export * from './schema.ts';
export * from './ways.ts';
