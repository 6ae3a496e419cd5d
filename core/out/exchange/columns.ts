/**
 * Which column of ours each of a file's is, by its head and the other names it goes by; null for one that is not known, and none twice.
 * @param key a head as it is compared
 */
export function columnsBy<C extends string>(
  header: readonly string[],
  names: readonly C[],
  also: Readonly<Record<C, readonly string[]>>,
  key: (head: string) => string,
): (C | null)[] {
  const taken = new Set<C>();
  return header.map((head) => {
    const found = names.find((c) => !taken.has(c) && (key(head) === c || also[c].includes(key(head))));
    if (found) taken.add(found);
    return found ?? null;
  });
}
