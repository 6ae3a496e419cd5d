/** How wide words of so many digits are in the digits' face, em: each of them 0.66, a colon 0.34. */
export const digitsWidth = (words: string) =>
  [...words.padStart(2, '0')].reduce(
    (sum, letter) => sum + (letter === ':' ? 0.34 : /\d/.test(letter) ? 0.66 : 0.72),
    0,
  );

/** The time left, as large as the place it is put in lets it be. The place must have a size of its own. */
export function BigTime({ words, ms, className = '' }: { words: string; ms: number; className?: string }) {
  return (
    <div className={`flex min-h-0 min-w-0 items-center overflow-clip [container-type:size] ${className}`}>
      <time
        className="digits min-w-[1.3em] whitespace-nowrap leading-[0.86]"
        style={{ fontSize: `min(112cqh, ${(98 / digitsWidth(words)).toFixed(1)}cqw)` }}
        data-testid="remaining"
        data-ms={Math.round(ms)}
      >
        {words}
      </time>
    </div>
  );
}
