export { HandOutPanel } from './hand-out-panel.tsx';
export { HomePart } from './home-part.tsx';
export { MakingNote } from './making-note.tsx';
export { keptSize } from './paper-size.ts';
export { RecordingPart } from './recording-part.tsx';
export { useMaking } from './use-making.ts';
