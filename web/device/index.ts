export { dropCopy, keepCopy, putBack } from './durable.ts';
export { useLeaveField } from './leave-field.ts';
export { keepOffline, takeNewVersion, useNewVersion } from './offline.ts';
export { ownPlace } from './own-place.ts';
export { applyPreferences, prefer, TEXT_SIZES, usePreferences } from './preferences.ts';
export { useRunLock } from './run-lock.ts';
export { type KeptTexts, keepText, keysOf, local, noteFull, perWindow, useKeeps } from './storage.ts';
export { isPressable, isTyping } from './typing.ts';
export { useWakeLock } from './use-wake-lock.ts';
