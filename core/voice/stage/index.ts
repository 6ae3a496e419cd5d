export { type SquadScene, type StationScene, sceneAtStation, squadIn, stationsNow } from './at-station.ts';
export { namesShown } from './names.ts';
export { type Coming, goOnWords, type Here, linesAt, type Scene, type Shown, sceneOf } from './scene.ts';
export { type Field, fieldOf, kindWord, phaseWord } from './words.ts';
