export { type Group, groupAt, groupsFor, rotationChart, sharing, stationOf, type Turn, whereAll } from './rotation.ts';
