export { writeCsv } from './csv.ts';
export { PLAN_FILE_FORMAT, PLAN_FILE_VERSION, type PlanFile, readPlanFile, writePlanFile } from './plan-file.ts';
