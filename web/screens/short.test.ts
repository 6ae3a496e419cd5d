// @vitest-environment jsdom
/*
 * Short paths through whole screens: in one process, since loading the application takes longer than going them.
 */
import './short/tables.test.ts';
import './short/classes.test.ts';
import './short/room.test.ts';
import './short/followers.test.ts';
import './short/rehearsal.test.ts';
