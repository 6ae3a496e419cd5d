export {
  CUE_KINDS,
  CUE_LEVELS,
  CUE_NAMES,
  CUE_SWITCHES,
  CUES,
  type CueKind,
  type CueLevel,
  type CueName,
  PHRASES,
  type Phrase,
  usualLevel,
} from './table.ts';
