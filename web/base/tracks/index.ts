export { namedTrack, type OwnTrack } from './kept-tracks.ts';
export { listAs, readList } from './lists.ts';
export { loadTrack } from './load-track.ts';
export { loadLoop } from './loops.ts';
export { correctTrack, putOnServer, removeTrack, takeFiles, useTracks } from './use-tracks.ts';
