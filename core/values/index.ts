export { clock, count, documentId, MAX_MS, ms, same } from './measures.ts';
export * from './text.ts';
export * from './time.ts';
