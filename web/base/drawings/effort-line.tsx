import { memo } from 'react';
import { formatDuration } from '../../../core/class/index.ts';
import { HALF_LIFE_S, HARD_FROM, hardnessOf, type Intensity } from '../../../core/judge/index.ts';

/** Points of the line at most; a class of an hour has one every few seconds. */
const MOST_POINTS = 900;
const LOW = 1;
const HIGH = 5;

/** The effort of a class from second to second, on the scale of its strip: from 1 at the foot to 5, what is at 4 or more filled. */
export const EffortLine = memo(function EffortLine({ intensity, axisMs }: { intensity: Intensity; axisMs: number }) {
  const { seconds } = intensity;
  if (seconds.length === 0) return null;
  const step = Math.max(1, Math.ceil(seconds.length / MOST_POINTS));
  const points: [number, number][] = [[0, LOW]];
  for (let k = step - 1; k < seconds.length; k += step) points.push([k + 1, seconds[k] ?? LOW]);
  points.push([seconds.length, seconds.at(-1) ?? LOW]);
  const y = (level: number) => (HIGH - level) * 10;
  const line = points.map(([x, level]) => `${x} ${y(level).toFixed(1)}`).join('L');
  const { hardS, stretchS } = hardnessOf(intensity);
  const least = intensity.atLeast ? 'at least ' : '';
  const said = `Effort along the class: ${least}${formatDuration(hardS * 1000)} at 4 or more, ${least}${formatDuration(stretchS * 1000)} at most without a minute below 3`;
  return (
    <svg
      className="h-full w-full"
      viewBox={`0 0 ${axisMs / 1000} ${y(LOW)}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={said}
    >
      <title>{`${said}. Smoothed: half of the way up in ${HALF_LIFE_S.up} s, half of the way down in ${HALF_LIFE_S.down} s.`}</title>
      <clipPath id="effort-hard">
        <rect x="0" y="0" width={axisMs / 1000} height={y(HARD_FROM)} />
      </clipPath>
      <path d={`M${line}L${seconds.length} ${y(LOW)}L0 ${y(LOW)}Z`} fill="var(--line)" />
      <path d={`M${line}L${seconds.length} ${y(LOW)}L0 ${y(LOW)}Z`} fill="var(--ink)" clipPath="url(#effort-hard)" />
      <path d={`M${line}`} fill="none" stroke="var(--ink)" strokeWidth="1.25" vectorEffect="non-scaling-stroke" />
    </svg>
  );
});
