export {
  type Made,
  makeSeries,
  type Series,
  SeriesSchema,
  TEMPLATE_NAMES,
  TEMPLATES,
} from './series.ts';
