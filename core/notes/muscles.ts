import type { Library } from '../moves/index.ts';

/** Muscles and joints as they are named in a list of stretches, and whether their stretch is done on one side at a time. */
const ONE_SIDED =
  'quad|quads|quadriceps|hams|ham|hamstring|hamstrings|hammies|calf|calves|glute|glutes|hip flexor|hip flexors|hip|hips|tri|tris|tricep|triceps|bicep|biceps|lat|lats|neck|shoulder|shoulders|piriformis|forearm|forearms|wrist|wrists|oblique|obliques|side|sides|it band|itb|ankle|ankles|trap|traps|delts|quad and hip|pecs each';
const BOTH =
  'chest|pec|pecs|back|upper back|lower back|low back|spine|inner thigh|inner thighs|adductors|groin|abs|core|arms|legs';
const SIDES = new Map<string, boolean>([
  ...ONE_SIDED.split('|').map((m) => [m, true] as const),
  ...BOTH.split('|').map((m) => [m, false] as const),
]);

/** Whether a name is that of a muscle or joint alone. */
export const isMuscle = (name: string): boolean => SIDES.has(name.toLowerCase());

/** The name of a stretch: of a muscle, its stretch. */
export const stretchNamed = (name: string): string => (isMuscle(name) ? `${name} stretch` : name);

/** Whether a stretch is done on one side at a time, as far as that is known. */
export function isOneSidedStretch(name: string, library: Library): boolean {
  const bare = name.toLowerCase().replace(/ stretch(?:es)?$/, '');
  const muscle = SIDES.get(bare);
  if (muscle !== undefined) return muscle;
  const reading = library.read(name);
  return reading.move?.oneSided ?? false;
}
