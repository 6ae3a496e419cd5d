import { replaceEqualDeep } from '@tanstack/react-query';
import { useState } from 'react';

/** A value of plain JSON that stays the same object, whole or in its parts, as long as it says the same. */
export function useShared<T>(value: T): T {
  const [kept, setKept] = useState(value);
  const shared = replaceEqualDeep(kept, value);
  if (shared !== kept) setKept(shared);
  return shared;
}
