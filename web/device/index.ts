export { dropCopy, keepCopy, putBack } from './durable.ts';
export { keepOffline, takeNewVersion, useNewVersion } from './offline.ts';
export { ownPlace } from './own-place.ts';
export { useRunLock } from './run-lock.ts';
export { useWakeLock } from './use-wake-lock.ts';
