export { doJob, endPool, JobStopped, PoolFull } from './pool.ts';
