declare module 'fs-native-extensions' {
  /** Locks a whole open file for its open description, without waiting; false when another one has it. */
  export function tryLock(fd: number): boolean;
}
