import type { Position } from '../class/index.ts';

/*
 * The words instructors use: which are the same, which add kit, which change nothing. Everything that knows a word of a
 * name looks here.
 */

/** Words that are one word. On the left every form, in small letters, singular where it has a singular. */
const SAME: Record<string, string> = {
  dumbbell: 'db dumbell dumb-bell hand-weight',
  kettlebell: 'kb kettle-bell',
  medicineball: 'mb medicine-ball med-ball medball slam-ball slamball weighted-ball',
  stabilityball: 'stability-ball swiss-ball exercise-ball gym-ball birth-ball fit-ball fitball yoga-ball birthing-ball',
  smallball: 'small-ball tennis-ball lacrosse-ball massage-ball pilate-ball soft-ball spiky-ball',
  barbell: 'bb bar-bell',
  weightplate: 'plate weight-plate bumper-plate',
  loopband: 'loop-band mini-band miniband booty-band hip-band glute-band hip-circle-band looped-band resistance-loop',
  band: 'banded resistance-band long-band theraband resistance-tube tube',
  foamroller: 'foam-roller foam-roll foam-rolling',
  slider: 'gliding-disc glider sliding-disc gliding sliding',
  straps: 'trx suspension suspension-strap suspension-trainer',
  pressup: 'push-up pushup press-up pressup pushsup pu',
  situp: 'sit-up situp',
  stepup: 'step-up stepup',
  pullup: 'pull-up pullup',
  walkout: 'walk-out walkout',
  getup: 'get-up getup',
  kickback: 'kick-back kickback',
  pullapart: 'pull-apart pullapart',
  pulldown: 'pull-down pulldown',
  rollout: 'roll-out rollout',
  curlup: 'curl-up curlup',
  fly: 'flye flyes flie',
  '1leg': 'single-leg one-leg 1-leg sl one-legged single-legged one-leg',
  '1arm': 'single-arm one-arm 1-arm sa one-armed single-armed one-hand single-hand one-handed single-handed',
  alternating: 'alt alternate',
  bodyweight: 'bw body-weight',
  overhead: 'oh over-head',
  forward: 'fwd forwards',
  backward: 'bwd backwards',
  reverse: 'rev',
  side: 'lateral sideways sidewards sideway laterally side-to-side',
  curtsy: 'curtsey',
  plie: 'ply',
  bicep: 'biceps bi bis',
  tricep: 'triceps tri tris',
  shoulder: 'shldr',
  press: 'pressing',
  extension: 'ext extend',
  circle: 'circ circling',
  mobility: 'mob',
  mountain: 'mt mtn',
  goblet: 'gob',
  high: 'hi',
  ab: 'abs abdominal abdominals tummy',
  glute: 'gluteal glutes',
  quad: 'quadricep quadriceps',
  butt: 'bum bottom bottoms',
  hamstring: 'hammy hammie',
  seated: 'sitting',
  lying: 'supine laying',
  tyre: 'tire',
  mobilise: 'mobilize mobilisation mobilization',
  rotate: 'rotation rotating rotational rotations',
  jump: 'jumping',
  run: 'running',
  jog: 'jogging',
  march: 'marching',
  skip: 'skipping',
  walk: 'walking',
  punch: 'punching',
  kick: 'kicking',
  squat: 'squatting sq sqt',
  lunge: 'lunging',
  pulse: 'pulsing pulses',
  tap: 'tapping',
  twist: 'twisting',
  rock: 'rocking',
  roll: 'rolling',
  crawl: 'crawling',
  hop: 'hopping',
  step: 'stepping',
  stretch: 'stretching str',
  crunch: 'crunching',
  swim: 'swimming',
  climb: 'climbing',
  shuffle: 'shuffling',
  sprint: 'sprinting',
  isometric: 'iso',
  romanian_deadlift: 'rdl',
  deadlift: 'dead-lift dl dead',
  overhead_press: 'ohp',
  explosive: 'plyo plyometric',
  spot: 'on-the-spot in-place on-spot',
  pushpress: 'push-press',
  childs: 'child childs',
  worlds: 'world worlds',
  farmers: 'farmer farmers',
  runners: 'runner runners',
  heel: 'heels',
  superman: 'supermen superwoman superhero',
  jumprope:
    'jump-rope skip-rope skipping-rope rope-jump rope-skip rope-skipping jumping-rope jumprope rope-jumping skip-with-rope',
  calf: 'calves',
  ankle: 'ankles',
  knee: 'knees',
  up_down: 'updown',
  lowimpact: 'low-impact no-impact non-impact no-jump without-jump without-the-jump no-hop not-jump',
  modified: 'mod modify modification',
  flatout: ['fast', 'many', 'much', 'low', 'high', 'hard', 'far', 'slow']
    .map((w) => `as-${w}-as-you-can as-${w}-as-possible`)
    .join(' '),
  all_four: 'quadruped',
};

/** One form of each word. */
export const STEMS: ReadonlyMap<string, string> = new Map(
  Object.entries(SAME).flatMap(([to, from]) =>
    from
      .split(' ')
      .filter((f) => !f.includes('-'))
      .map((f) => [f, to] as const),
  ),
);

/** A phrase of several words that is one word. */
interface Phrase {
  from: readonly string[];
  to: string;
}

/** Phrases by their first word, the longest first; what they are made of is in its one form. */
export const PHRASES: ReadonlyMap<string, readonly Phrase[]> = byFirstWord();

function byFirstWord(): Map<string, Phrase[]> {
  const phrases = Object.entries(SAME).flatMap(([to, from]) =>
    from
      .split(' ')
      .filter((f) => f.includes('-'))
      .map((f): Phrase => ({ from: f.split('-').map((w) => STEMS.get(w) ?? w), to })),
  );
  const byFirst = new Map<string, Phrase[]>();
  for (const phrase of phrases.sort((a, b) => b.from.length - a.from.length)) {
    const [first = ''] = phrase.from;
    byFirst.set(first, [...(byFirst.get(first) ?? []), phrase]);
  }
  return byFirst;
}

/** Words that say nothing of the move. */
export const STOP: ReadonlySet<string> = new Set(
  'the a an with and of to on in into onto your then for at by from using plus one x per against it while some cal only'.split(
    ' ',
  ),
);

/** Words that change nothing that a judgement rests on. */
export const NEUTRAL: ReadonlySet<string> = new Set(
  'bodyweight regular basic standard classic normal strict proper simple traditional air free plain unweighted heavy controlled steady dynamic small big little deep set round rep exercise drill finisher flatout'.split(
    ' ',
  ),
);

/** Words that make a move milder: less effort, and no landing where they say so or where what jumps is done slowly. */
export const MILD: ReadonlySet<string> = new Set('lowimpact modified slow easy gentle light'.split(' '));

/** A number that belongs to a name: "1 arm row", "180 jump", "8 count body builder". */
export const NUMBER_IN_NAME =
  /^(?:[1-4][ -](?:arm|leg|hand|legged|armed|handed|footed|foot|point|way|step|stage)|\d{1,2}[ -]count|(?:90|180|270|360)\b)/i;

/** Words that say a position, and the positions they may stand for; left aside only where the move is done in one of them. */
export const PLACES: ReadonlyMap<string, readonly Position[]> = new Map<string, readonly Position[]>([
  ['standing', ['standing']],
  ['seated', ['seated']],
  ['kneeling', ['kneeling']],
  ['lying', ['supine', 'prone', 'side']],
  ['prone', ['prone']],
  ['floor', ['supine', 'prone', 'side', 'handsAndFeet', 'seated', 'kneeling']],
  ['mat', ['supine', 'prone', 'side', 'handsAndFeet', 'seated', 'kneeling']],
]);

/** Words that name kit, with the library's word for it. */
export const KIT_WORDS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    dumbbell: 'dumbbell',
    kettlebell: 'kettlebell',
    weight: 'dumbbell',
    medicineball: 'medicine ball',
    stabilityball: 'stability ball',
    smallball: 'small ball',
    barbell: 'barbell',
    weightplate: 'weight plate',
    loopband: 'loop band',
    band: 'band',
    foamroller: 'foam roller',
    slider: 'slider',
    straps: 'suspension straps',
    sandbag: 'sandbag',
    bench: 'bench',
    chair: 'chair',
    sofa: 'chair',
    box: 'box',
    towel: 'towel',
    ball: 'medicine ball',
    can: 'can',
    bottle: 'bottle',
    backpack: 'rucksack',
    rucksack: 'rucksack',
  }),
);

/** Kit held in the hands, of which one kind takes another's place. */
export const HELD: ReadonlySet<string> = new Set([
  'dumbbell',
  'kettlebell',
  'sandbag',
  'medicine ball',
  'barbell',
  'weight plate',
  'can',
  'bottle',
  'rucksack',
]);

/** Kit that is fixed to something and pulled on. */
export const PULLED: ReadonlySet<string> = new Set(['band', 'suspension straps']);

/** Kit to sit, lean or step on, of which one kind takes another's place. */
export const SEATS: ReadonlySet<string> = new Set(['box', 'bench', 'chair', 'low step']);

/** Patterns of counts and lengths in a name. The first group is a number of repetitions. */
export const COUNT_PATTERNS: readonly { pattern: RegExp; side: boolean }[] = [
  { pattern: /\b\d+ sets?(?: of)?\b/g, side: false },
  { pattern: /\b(?:x ?)?(\d+)(?: reps?)? (?:a|per|each|every) (?:side|leg|arm)\b/g, side: true },
  { pattern: /\b\d+ ?(?:m|metre|metres|meter|meters|km|cal|cals|calories)\b/g, side: false },
  { pattern: /\b(?:\d{2,} ?s|\d+ ?(?:sec|secs|second|seconds|min|mins|minute|minutes))\b/g, side: false },
  { pattern: /\b(\d+) ?(?:x|reps?|times)\b(?: of\b)?/g, side: false },
  { pattern: /\bx ?(\d+)\b/g, side: false },
  { pattern: /^(\d{1,3}) (?=\p{L}{3})/gu, side: false },
  { pattern: / (\d{1,3})$/g, side: false },
];
