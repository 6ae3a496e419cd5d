export { checkDatabase } from './check.ts';
export { isBackupName, Keeper, NoRoom } from './keep.ts';
export { BadBackup } from './manifest.ts';
export { openBackup, verifyBackup } from './read.ts';
export { restoreInto } from './restore.ts';
export { readableRows } from './rows.ts';
export { asidePrefix, makeFrom, putInPlace, restoreRunning } from './running.ts';
export { backupStream, writeBackup } from './write.ts';
