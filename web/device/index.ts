export { dropCopy, keepCopy, putBack } from './durable.ts';
export { takeNewVersion, useNewVersion, useRunLock } from './offline.ts';
export { ownPlace } from './own-place.ts';
export { useWakeLock } from './use-wake-lock.ts';
