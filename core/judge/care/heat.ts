import type { Plan } from '../../class/index.ts';

/*
 * Heat as exercise guidance measures it: the wet-bulb globe temperature. Indoors without sun it is 0.7 of the natural wet-bulb and
 * 0.3 of the air temperature (ISO 7243); the wet bulb from temperature and humidity by Stull, Journal of Applied Meteorology and
 * Climatology 50, 2011, for 5 to 99 % and -20 to 50 degrees C. The bands are those of the American College of Sports Medicine
 * (Armstrong and others, Medicine and Science in Sports and Exercise 39, 2007) for people who are not used to heat; by how much the
 * rest grows in each is a rule of thumb of ours.
 */

export const HEAT_SOURCE =
  'Bands: American College of Sports Medicine, Exertional heat illness during training and competition, 2007. Wet bulb: Stull 2011; globe indoors: ISO 7243. How much more rest is a rule of thumb.';

type Climate = NonNullable<Plan['climate']>;

/** The wet-bulb globe temperature of a room without sun, °C. */
export function wetBulbGlobe({ celsius: t, humidity }: Climate): number {
  const rh = Math.min(99, Math.max(5, humidity));
  const wet =
    t * Math.atan(0.151977 * Math.sqrt(rh + 8.313659)) +
    Math.atan(t + rh) -
    Math.atan(rh - 1.676331) +
    0.00391838 * rh ** 1.5 * Math.atan(0.023101 * rh) -
    4.686035;
  return 0.7 * wet + 0.3 * t;
}

export interface HeatBand {
  /** From this wet-bulb globe temperature on, °C. */
  from: number;
  /** So many times the usual rest for the same work. */
  rest: number;
  /** The longest without a drink, minutes. */
  dryMin: number;
  advice: string;
}

/** From cool to hot. */
const BANDS: readonly HeatBand[] = [
  { from: 22.3, rest: 1.25, dryMin: 15, advice: 'More rest for who is not used to it; watch that people drink.' },
  { from: 25.7, rest: 1.5, dryMin: 15, advice: 'More rest for the same work, and less work in all.' },
  { from: 27.9, rest: 2, dryMin: 10, advice: 'Much more rest, less effort, a shorter class; watch who is at risk.' },
  { from: 30.1, rest: 3, dryMin: 10, advice: 'Not for anyone who is not used to heat; for others easy and short.' },
  { from: 32.3, rest: 3, dryMin: 10, advice: 'No class in this heat.' },
];

/** The heat band of a room by published guidance; null where it is cool enough, or unknown. */
export function heatBand(climate: Climate | undefined): (HeatBand & { globe: number }) | null {
  if (!climate) return null;
  const globe = wetBulbGlobe(climate);
  const band = BANDS.findLast((b) => globe >= b.from);
  return band ? { ...band, globe } : null;
}
