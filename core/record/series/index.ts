export { type Series, SeriesSchema, TEMPLATE_NAMES, TEMPLATES } from './schema.ts';
export { type Made, makeSeries } from './series.ts';
