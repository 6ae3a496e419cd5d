import { AREA_WORDS, PATTERN_WORDS, POSITION_WORDS, type Reading } from '../../../core/moves/index.ts';

/** What a name was read as, in a few words. */
export function readingWords(reading: Reading): string {
  const { said } = reading;
  const beside = [
    ...(said.side ? [`${said.side} side`] : []),
    ...(said.both === 'alternating' ? ['alternating'] : said.both === 'each' ? ['each side'] : []),
    ...said.kit.map((k) => `with ${k}`),
    ...(said.reps ? [`${said.reps.count} ${said.reps.per === 'side' ? 'a side' : 'reps'}`] : []),
  ];
  return [whatOf(reading), ...beside].join(', ');
}

function whatOf(reading: Reading): string {
  switch (reading.kind) {
    case 'known':
      return reading.of.name;
    case 'guessed': {
      const { pattern, position, area } = reading.move;
      return `guess: ${PATTERN_WORDS[pattern]}, ${POSITION_WORDS[position]}, ${AREA_WORDS[area]}`;
    }
    case 'unknown':
      return 'not known';
  }
}
