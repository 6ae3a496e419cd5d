export { checkDatabase, type Integrity } from './check.ts';
export { isBackupName, Keeper, type KeptBackup, NoRoom } from './keep.ts';
export { BadBackup, type Manifest } from './manifest.ts';
export { openBackup, verifyBackup } from './read.ts';
export { type Restored, restoreInto } from './restore.ts';
export { readableRows } from './rows.ts';
export { asidePrefix, makeFrom, putInPlace, restoreRunning } from './running.ts';
export { backupStream, writeBackup } from './write.ts';
