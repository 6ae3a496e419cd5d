// @vitest-environment jsdom
import { it } from 'vitest';
import { expectTold, withScreens } from '../test/screens.test.support.tsx';

/*
 * Calendar and series, as their pages tell them.
 */

const page = withScreens({ anew: true });

it('a week: what was led, what is in a slot, what is of a series', async () => {
  await page.goto('/calendar?view=week');
  await expectTold(page.getByRole('main'), [
    '23 Nov to 29 Nov 2026',
    '(Earlier)',
    '(Today)',
    '(Later)',
    '(Month, on)',
    'Series',
    '(In and out)',
    '[Calendar file: ]',
    '(Days off)',
    '(Slot)',
    '(Class)',
    'MondayTuesdayWednesdayThursdayFridaySaturdaySunday',
    '(A class on Monday 23 November)',
    'Monday 23 November',
    '(A class on Tuesday 24 November)',
    'Tuesday 24 November',
    '(06:15, First Light, led)',
    '(A class on Wednesday 25 November)',
    'Wednesday 25 November',
    '(A class on Thursday 26 November)',
    'Thursday 26 November',
    '(18:30, Slack Water, slot)',
    '(Ready)',
    '(A class on Friday 27 November)',
    'Friday 27 November',
    '(12:30, Short Tide, 6 of 8)',
    '(Ready)',
    '(A class on Saturday 28 November)',
    'Saturday 28 November',
    '(09:00, Slipway, slot)',
    '(Ready)',
    '(A class on Sunday 29 November)',
    'Sunday 29 November',
    'Drag a class to another day, or move it with Shift and the arrow keys. A dashed one is a slot that has no class of its own yet.',
    'To pick up a draggable item, press the space bar. While dragging, use the arrow keys to move the item. Press space again to drop the item in its new position, or press escape to cancel.',
  ]);
});

it('a month', async () => {
  await page.goto('/calendar');
  await expectTold(page.getByRole('main'), [
    '(A class on Monday 2 November)',
    'Monday 2 November',
    '(A class on Tuesday 3 November)',
    'Tuesday 3 November',
    '(06:15, First Light, led)',
    '(A class on Wednesday 4 November)',
    'Wednesday 4 November',
    '(A class on Thursday 5 November)',
    'Thursday 5 November',
    '(18:30, Slack Water, led)',
    '(A class on Friday 6 November)',
    'Friday 6 November',
    '(12:30, Short Tide, 3 of 8, led)',
    '(A class on Saturday 7 November)',
    'Saturday 7 November',
    '(09:00, Slipway, led)',
    '(A class on Sunday 8 November)',
    'Sunday 8 November',
    '(A class on Monday 9 November)',
    'Monday 9 November',
    '(A class on Tuesday 10 November)',
    'Tuesday 10 November',
    '(06:15, First Light, led)',
    '(A class on Wednesday 11 November)',
    'Wednesday 11 November',
    '(A class on Thursday 12 November)',
    'Thursday 12 November',
    '(18:30, Slack Water, led)',
    '(A class on Friday 13 November)',
    'Friday 13 November',
    '(12:30, Short Tide, 4 of 8, led)',
    '(A class on Saturday 14 November)',
    'Saturday 14 November',
    '(09:00, Slipway, led)',
    '(A class on Sunday 15 November)',
    'Sunday 15 November',
    '(A class on Monday 16 November)',
    'Monday 16 November',
    '(A class on Tuesday 17 November)',
    'Tuesday 17 November',
    '(06:15, First Light, led)',
    '(A class on Wednesday 18 November)',
    'Wednesday 18 November',
    '(A class on Thursday 19 November)',
    'Thursday 19 November',
    '(18:30, Slack Water, led)',
    '(A class on Friday 20 November)',
    'Friday 20 November',
    '(12:30, Short Tide, 5 of 8, led)',
    '(A class on Saturday 21 November)',
    'Saturday 21 November',
    '(09:00, Slipway, led)',
    '(A class on Sunday 22 November)',
    'Sunday 22 November',
    '(A class on Monday 23 November)',
    'Monday 23 November',
    '(A class on Tuesday 24 November)',
    'Tuesday 24 November',
    '(06:15, First Light, led)',
    '(A class on Wednesday 25 November)',
  ]);
});

it('the series there are', async () => {
  await page.goto('/series');
  await expectTold(page.getByRole('main'), [
    'Calendar',
    'Series',
    '(New series)',
    'Eight lunchtimesSteady rise, easy fourth week8 weeksfrom 2026-10-19',
  ]);
});

it('a series: each class with its changes, its weeks as planned and as run', async () => {
  await page.goto('/series/series-lunchtime');
  await expectTold(page.getByRole('main'), [
    'Series',
    'Eight lunchtimes',
    'As a calendar file',
    'On paper (PDF)',
    '(End it here)',
    'Steady rise, easy fourth week: 8 weeks, 8 classes, 0 led.',
    '1 of 8',
    '(Fri 23 Oct 2026 12:30)',
    'Short Tidenot led',
    '2 of 8',
    '(Fri 30 Oct 2026 12:30)',
    'Short TideWork in Station by station: 0:05 morenot led',
    '3 of 8',
    '(Fri 6 Nov 2026 12:30)',
    'Short TideWork in Station by station: 0:05 more; Rest in Station by station: 0:05 lessnot led',
    '4 of 8',
    '(Fri 13 Nov 2026 12:30)',
    'Short TideeasyWork in Station by station: 0:05 more; Rest in Station by station: 0:05 less; 3 rounds of Station by stationnot led',
    '5 of 8',
    '(Fri 20 Nov 2026 12:30)',
    'Short TideWork in Station by station: 0:05 more; Rest in Station by station: 0:05 less; Single-arm swing in place of Kettlebell swingnot led',
    '6 of 8',
    '(Fri 27 Nov 2026 12:30)',
    'Short TideWork in Station by station: 0:10 more; Rest in Station by station: 0:05 less; Single-arm swing in place of Kettlebell swing',
    'Get ready',
    '7 of 8',
    '(Fri 4 Dec 2026 12:30)',
    'Short TideWork in Station by station: 0:10 more; Rest in Station by station: 0:05 less; Single-arm swing in place of Kettlebell swing; Hands-off press-up in place of Press-up',
    'Get ready',
    '8 of 8',
    '(Fri 11 Dec 2026 12:30)',
    'Short TideeasyWork in Station by station: 0:10 more; Rest in Station by station: 0:05 less; Single-arm swing in place of Kettlebell swing; Hands-off press-up in place of Press-up; 3 rounds of Station by station',
    'Get ready',
  ]);
});
