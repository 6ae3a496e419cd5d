export { writeCsv } from './csv.ts';
export {
  MAX_CLASSES,
  PLAN_FILE_FORMAT,
  PLAN_FILE_VERSION,
  type PlanFile,
  readPlan,
  readPlanFile,
  readStoredPlan,
  writePlanFile,
} from './plan-file.ts';
