/** Kilograms in a pound, by definition (international avoirdupois pound). */
const KG_PER_LB = 0.45359237;
const MOST_KG = 500;

export const WEIGHT_UNITS = ['kg', 'lb'] as const;
export type WeightUnit = (typeof WEIGHT_UNITS)[number];
export const WEIGHT_UNIT_WORDS: readonly (readonly [WeightUnit, string])[] = [
  ['kg', 'kilograms'],
  ['lb', 'pounds'],
];

/** Reads a weight as it is typed, in kg: "12", "7,5 kg", "25 lb"; null when it is none or over 500 kg. @param unit of a bare number */
export function readWeight(text: string, unit: WeightUnit): number | null {
  const found = /^(\d{1,4}(?:[.,]\d{1,3})?)\s*(kg|kgs|kilos?|lb|lbs|pounds?)?$/i.exec(text.trim());
  if (!found) return null;
  const kg = kgIn(Number(found[1]?.replace(',', '.')), found[2] ?? unit);
  return kg <= MOST_KG ? kg : null;
}

/** Pounds in kg, to the milligram, so that the same pounds come back. */
export const kgOfPounds = (pounds: number): number => Math.round(pounds * KG_PER_LB * 1e6) / 1e6;

/** A number in a unit that was said, or in kilograms, in kg: 25 "lb", 12 "kilos". */
export const kgIn = (value: number, unit = ''): number => (/^[lp]/i.test(unit) ? kgOfPounds(value) : value);

/** A weight as it was typed: what is whole in quarter kilograms is in kg, what is whole in half pounds in lb. */
function asTyped(kg: number): { value: number; unit: WeightUnit } {
  const pounds = kg / KG_PER_LB;
  const halves = Math.round(pounds * 2) / 2;
  const wholeKg = Math.abs(kg * 4 - Math.round(kg * 4)) < 1e-9;
  if (!wholeKg && Math.abs(pounds - halves) < 1e-4) return { value: halves, unit: 'lb' };
  return { value: Math.round(kg * 1000) / 1000, unit: 'kg' };
}

/** "12 kg" or "25 lb", as it was typed. */
export function weightWords(kg: number): string {
  const { value, unit } = asTyped(kg);
  return `${value} ${unit}`;
}

/** "12 kilos" or "25 pounds", as it is said. */
export function weightSaid(kg: number): string {
  const { value, unit } = asTyped(kg);
  const word = unit === 'kg' ? 'kilo' : 'pound';
  return `${value} ${word}${value === 1 ? '' : 's'}`;
}

/** Weights from light to heavy, those that are set, in one breath: "8 / 12 / 16 kg". */
export function weightsWords({ lightKg, weightKg, heavyKg }: Weights): string {
  const set = [lightKg, weightKg, heavyKg].flatMap((kg) => (kg === undefined ? [] : [kg]));
  const words = set.map(weightWords);
  if (set.length === 0) return '';
  const units = new Set(set.map((kg) => asTyped(kg).unit));
  if (units.size !== 1) return words.join(' / ');
  return `${set.map((kg) => asTyped(kg).value).join(' / ')} ${[...units][0]}`;
}

/** A weight for all, and one for who lifts lighter or heavier; kg. */
export interface Weights {
  lightKg?: number | undefined;
  weightKg?: number | undefined;
  heavyKg?: number | undefined;
}
