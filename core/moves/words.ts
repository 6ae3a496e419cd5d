import type { Position } from '../class/index.ts';
import type { Area, BodyPart, Pattern, Reason, Use } from './schema.ts';

/** The words an instructor uses for the library's terms; also what the columns of a CSV file say. */

export const AREA_WORDS: Record<Area, string> = {
  whole: 'whole body',
  lower: 'lower body',
  upper: 'upper body',
  core: 'core',
  cardio: 'cardio',
  mobility: 'mobility',
};

export const PART_WORDS: Record<BodyPart, string> = {
  frontThighs: 'front thighs',
  backThighs: 'back thighs',
  seat: 'seat',
  calves: 'calves',
  hipFront: 'hip front',
  innerThighs: 'inner thighs',
  chest: 'chest',
  upperBack: 'upper back',
  lowBack: 'low back',
  shoulders: 'shoulders',
  arms: 'arms',
  belly: 'belly',
  flanks: 'flanks',
  heart: 'heart',
};

export const PATTERN_WORDS: Record<Pattern, string> = {
  squat: 'squat',
  hinge: 'hinge',
  lunge: 'lunge',
  push: 'push',
  pull: 'pull',
  carry: 'carry',
  rotate: 'rotate',
  brace: 'brace',
  jump: 'jump',
  locomote: 'locomote',
  mobilise: 'mobilise',
  stretch: 'stretch',
  isolate: 'single joint',
};

export const POSITION_WORDS: Record<Position, string> = {
  standing: 'standing',
  seated: 'seated',
  kneeling: 'kneeling',
  handsAndFeet: 'hands and feet',
  prone: 'prone',
  supine: 'supine',
  side: 'side',
};

export const USE_WORDS: Record<Use, string> = { warmUp: 'warm-up', main: 'main', coolDown: 'cool-down' };

export const REASON_WORDS: Record<Reason, string> = {
  wrists: 'wrists',
  knees: 'knees',
  back: 'back',
  neck: 'neck and shoulder',
  pressure: 'blood pressure and heart',
  pregnancy: 'pregnancy',
  pelvicFloor: 'pelvic floor and after birth',
  dizziness: 'dizziness',
  falls: 'falls',
  bones: 'osteoporosis',
  noKit: 'no kit',
  noJumping: 'no jumping',
};
