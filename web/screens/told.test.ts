// @vitest-environment jsdom
/*
 * What each screen tells, line by line: in one process, since loading the application takes longer than reading it. What makes
 * something is last.
 */
import './told/calendar.test.support.ts';
import './told/club.test.support.ts';
import './told/library.test.support.ts';
import './told/records.test.support.ts';
import './told/panels.test.support.ts';
import './told/plan.test.support.ts';
import './told/desk.test.support.ts';
