// @vitest-environment jsdom
/*
 * What each screen tells, line by line: in one process, since loading the application takes longer than reading it. What makes
 * something is last.
 */
import './told/calendar.test.ts';
import './told/club.test.ts';
import './told/library.test.ts';
import './told/records.test.ts';
import './told/panels.test.ts';
import './told/plan.test.ts';
import './told/desk.test.ts';
