export { writeCsv } from './csv.ts';
export {
  addClass,
  openPlanFile,
  type PlanFile,
  readPlanFile,
  writePlanFile,
} from './plan-file.ts';
export { readRunFile, writeRunFile } from './run-file.ts';
