// @vitest-environment jsdom
/*
 * Short paths through whole screens: in one process, since loading the application takes longer than going them.
 */
import './short/tables.test.support.ts';
import './short/classes.test.support.ts';
import './short/room.test.support.ts';
import './short/followers.test.support.ts';
import './short/rehearsal.test.support.ts';
