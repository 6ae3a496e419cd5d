/** How many are in which zone, as a row of counts; what is not known stands beside it. */
export function ZoneBar({ zones, unknown }: { zones: readonly number[]; unknown: number }) {
  return (
    <ol className="flex items-stretch gap-[0.2em]" aria-label="How many are in which zone">
      {zones.map((n, zone) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: a zone is its number
          key={zone}
          aria-label={`zone ${zone}: ${n}`}
          className={`flex min-w-[2.1em] flex-col items-center border-2 border-current px-[0.25em] leading-tight ${n > 0 ? 'font-bold' : 'opacity-60'}`}
          style={{ borderBottomWidth: `${2 + zone * 2}px` }}
        >
          <span className="text-[0.6em]">{zone === 0 ? 'below' : `zone ${zone}`}</span>
          <span className="digits">{n}</span>
        </li>
      ))}
      {unknown > 0 && <li className="self-center pl-1 text-[0.75em]">{unknown} not heard</li>}
    </ol>
  );
}
