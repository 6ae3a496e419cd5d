export { writeCsv } from './csv.ts';
export {
  addClass,
  MAX_CLASSES,
  openPlanFile,
  PLAN_FILE_FORMAT,
  PLAN_FILE_VERSION,
  type PlanFile,
  readPlanFile,
  writePlanFile,
} from './plan-file.ts';
