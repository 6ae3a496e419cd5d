/** Says to who does not see the screen what begins: once for each phase. */
export function Announce({ words }: { words: string }) {
  return (
    <p aria-live="polite" className="sr-only">
      {words}
    </p>
  );
}

/** "Work: Press-up, left"; in a gap, what comes. */
export const announced = (
  phase: string,
  shown: { name: string; side: string | null } | null,
  isNow: boolean,
): string =>
  shown === null ? phase : `${phase}: ${isNow ? '' : 'next '}${shown.name}${shown.side ? `, ${shown.side}` : ''}`;
