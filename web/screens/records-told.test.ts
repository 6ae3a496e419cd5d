// @vitest-environment jsdom
import { it } from 'vitest';
import { expectTold, withScreens } from '../test/screens.test.support.tsx';

/*
 * What was taught, as its pages tell it.
 */

const page = withScreens({ anew: true });

it('the weeks by area, and what was worked twice running', async () => {
  await page.goto('/records');
  await expectTold(page.getByRole('main'), [
    'Weeks',
    'Moves',
    'People',
    'Runs',
    'Weeks',
    'of',
    '[of: all classes]',
    'in',
    '[in: 12 weeks]',
    'Minutes of work by area',
    'As it was done. A move counts whole for what it mainly works and half for its helpers, so that the sum is more than the time; what is not known of a move is counted nowhere.',
    '<This is a chart. It consists of 5 series count. The 0 series is a Bar chart representing legs and seat.The first 10 items are: the data for 7 Sep is 0, 112.9, 112.9, NaN, the data for 14 Sep is 1, 112.9, 112.9, NaN, the data for 21 Sep is 2, 112.9, 112.9, NaN, the data for 28 Sep is 3, 112.9, 112.9, NaN, the data for 5 Oct is 4, 112.9, 112.9, NaN, the data for 12 Oct is 5, 112.9, 112.9, NaN, the data for 19 Oct is 6, 112.9, 112.9, NaN, the data for 26 Oct is 7, 114.4, 114.4, NaN, the data for 2 Nov is 8, 114.4, 114.4, NaN, the data for 9 Nov is 9, 111.8, 111.8, NaN. The 1 series is a Bar chart representing chest, shoulders, arms.The first 10 items are: the data for 7 Sep is 0, 61.6, 174.5, 112.9, the data for 14 Sep is 1, 61.6, 174.5, 112.9, the data for 21 Sep is 2, 61.6, 174.5, 112.9, the data for 28 Sep is 3, 61.6, 174.5, 112.9, the data for 5 Oct is 4, 61.6, 174.5, 112.9, the data for 12 Oct is 5, 61.6, 174.5, 112.9, the data for 19 Oct is 6, 61.6, 174.5, 112.9, the data for 26 Oct is 7, 62.6, 177, 114.4, the data for 2 Nov is 8, 62.6, 177, 114.4, the data for 9 Nov is 9, 60.8, 172.6, 111.8. The 2 series is a Bar chart representing back.The first 10 items are: the data for 7 Sep is 0, 27.6, 202.1, 174.5, the data for 14 Sep is 1, 27.6, 202.1, 174.5, the data for 21 Sep is 2, 27.6, 202.1, 174.5, the data for 28 Sep is 3, 27.6, 202.1, 174.5, the data for 5 Oct is 4, 27.6, 202.1, 174.5, the data for 12 Oct is 5, 27.6, 202.1, 174.5, the data for 19 Oct is 6, 27.6, 202.1, 174.5, the data for 26 Oct is 7, 27.8, 204.8, 177, the data for 2 Nov is 8, 27.8, 204.8, 177, the data for 9 Nov is 9, 27.5, 200.1, 172.6. The 3 series is a Bar chart representing belly and flanks.The first 10 items are: the data for 7 Sep is 0, 31.9, 234, 202.1, the data for 14 Sep is 1, 31.9, 234, 202.1, the data for 21 Sep is 2, 31.9, 234, 202.1, the data for 28 Sep is 3, 31.9, 234, 202.1, the data for 5 Oct is 4, 31.9, 234, 202.1, the data for 12 Oct is 5, 31.9, 234, 202.1, the data for 19 Oct is 6, 31.9, 234, 202.1, the data for 26 Oct is 7, 32.7, 237.5, 204.8, the data for 2 Nov is 8, 32.7, 237.5, 204.8, the data for 9 Nov is 9, 31.3, 231.4, 200.1. The 4 series is a Bar chart representing heart.The first 10 items are: the data for 7 Sep is 0, 28.6, 262.6, 234, the data for 14 Sep is 1, 28.6, 262.6, 234, the data for 21 Sep is 2, 28.6, 262.6, 234, the data for 28 Sep is 3, 28.6, 262.6, 234, the data for 5 Oct is 4, 28.6, 262.6, 234, the data for 12 Oct is 5, 28.6, 262.6, 234, the data for 19 Oct is 6, 28.6, 262.6, 234, the data for 26 Oct is 7, 28.8, 266.3, 237.5, the data for 2 Nov is 8, 28.8, 266.3, 237.5, the data for 9 Nov is 9, 28.5, 259.9, 231.4.>',
    '(The numbers: 12 rows)',
    '(As CSV)',
    'Load',
    'How hard it was (0 to 10) times minutes of the class, summed up (session RPE, Foster 1998). It describes; it foretells nothing.',
    'Week of 16 Nov: load 974, monotony 0.94, strain 913.',
    'Week of 23 Nov, so far: load 238.',
    '<week of 7 Sep: load 965; week of 14 Sep: load 986; week of 21 Sep: load 1000; week of 28 Sep: load 939; week of 5 Oct: load 1088; week of 12 Oct: load 1047; week of 19 Oct: load 1110; week of 26 Oct: load 1011; week of 2 Nov: load 1145; week of 9 Nov: load 1139; week of 16 Nov: load 974; week of 23 Nov, so far: load 238>',
    '(The numbers: 12 rows)',
    '(As CSV)',
    'Worked twice running',
    'Parts with 2:00 of work or more on one day and again the same or the next.',
    'Fri 20 Nov and Sat 21 Nov: front thighs, back thighs, seat, hip front, shoulders, arms, belly',
    'Thu 19 Nov and Fri 20 Nov: front thighs, back thighs, seat, hip front, chest, shoulders, arms, belly',
    'Fri 13 Nov and Sat 14 Nov: front thighs, back thighs, seat, shoulders, arms, belly',
  ]);
});

it('the moves that were counted', async () => {
  await page.goto('/records/moves');
  await expectTold(page.getByRole('main'), [
    'Weeks',
    'Moves',
    'People',
    'Runs',
    'Moves counted',
    '[Search the moves: ]',
    'Move',
    'sessions',
    'most reps of a set',
    'heaviest',
    'last',
    'Kettlebell swing',
    '24',
    '23',
    '16 kg',
    '24 Nov 2026',
    'Rope slam',
    '13',
    '31',
    '24 Nov 2026',
    'Sandbag lift',
    '12',
    '13',
    '15 kg',
    '21 Nov 2026',
    'Press-up',
    '24',
    '18',
    '20 Nov 2026',
    'Goblet squat',
    '12',
    '18',
    '20 kg',
    '19 Nov 2026',
  ]);
});

it('a move of a squad: its best, its last and every session', async () => {
  await page.goto('/records/moves/Goblet%20squat?squad=Heron');
  await expectTold(page.getByRole('main'), [
    'Goblet squat',
    'counted of',
    '[counted of: Heron]',
    'best set',
    '16 × 12 kg 24 Sep 2026',
    'last time',
    '15 × 20 kg 19 Nov 2026',
    'heaviest',
    '20 kg 19 Nov 2026',
    'Session by session',
    '<3 Sep: 14 reps with 12 kg; 10 Sep: 14 reps with 12 kg; 17 Sep: 16 reps with 12 kg; 24 Sep: 16 reps with 12 kg; 1 Oct: 15 reps with 16 kg; 8 Oct: 15 reps with 16 kg; 15 Oct: 15 reps with 16 kg; 22 Oct: 14 reps with 16 kg; 29 Oct: 14 reps with 16 kg; 5 Nov: 15 reps with 16 kg; 12 Nov: 13 reps with 20 kg; 19 Nov: 15 reps with 20 kg>',
    '(The numbers: 12 rows)',
    '(As CSV)',
    'Sessions',
    'Thu 19 Nov 2026, Slack Water',
    '15 × 20 kgpaced too fast',
    'Thu 12 Nov 2026, Slack Water',
    '13 × 20 kgheld',
    'Thu 5 Nov 2026, Slack Water',
    '15 × 16 kgheld',
    'Thu 29 Oct 2026, Slack Water',
    '14 × 16 kgheld',
    'Thu 22 Oct 2026, Slack Water',
    '14 × 16 kgheld',
    'Thu 15 Oct 2026, Slack Water',
    '15 × 16 kgheld',
  ]);
});

it('the people who count for themselves', async () => {
  await page.goto('/people');
  await expectTold(page.getByRole('main'), [
    'People',
    'Runs',
    'People',
    'Whoever wants their own reps kept: a short name, or a number that only they know. Nobody has to be here, squads and heads are counted without. On a squad’s phone they type it to count for themselves.',
    'Name or number',
    '[Name or number: ]',
    'Squad, if any',
    '[Squad, if any: ]',
    '(Add, off)',
    '12Curlew',
    '27Plover',
    '31Plover',
    'KelpTeal',
    'MarramTeal',
    'ReedHeron',
    'SamphireCurlew',
    'SedgeHeron',
  ]);
});

it('a person: the best, the last and every session', async () => {
  await page.goto('/people/person-1');
  await expectTold(page.getByRole('main'), [
    'Sedge',
    '(All of it as a file)',
    '(Erase)',
    'Name or number',
    '[Name or number: Sedge]',
    'Squad',
    '[Squad: Heron]',
    'Best and last',
    'Move',
    'best',
    'last',
    'Kettlebell swing',
    '17 × 12 kg',
    '14 × 16 kg',
    'Press-up',
    '15',
    '14',
    'Sessions',
    'Fri 20 Nov 2026, Short Tide',
    'Press-up15, 15, 14, 14held',
    'Fri 13 Nov 2026, Short Tide',
    'Kettlebell swing14 × 16 kg, 14 × 16 kg, 14 × 16 kgheld',
    'Press-up15, 15, 14held',
    'Fri 6 Nov 2026, Short Tide',
    'Kettlebell swing14 × 16 kg, 14 × 16 kg, 14 × 16 kg, 14 × 16 kgheld',
    'Press-up14, 13, 14, 13held',
    'Fri 30 Oct 2026, Short Tide',
    'Kettlebell swing13 × 16 kg, 13 × 16 kg, 12 × 16 kgheld',
    'Press-up14, 13, 14held',
    'Fri 23 Oct 2026, Short Tide',
    'Kettlebell swing14 × 16 kg, 13 × 16 kg, 12 × 16 kg, 11 × 16 kgpaced too fast',
    'Press-up13, 12, 12, 12held',
    'Fri 16 Oct 2026, Short Tide',
    'Kettlebell swing17 × 12 kg, 17 × 12 kg, 16 × 12 kgheld',
    'Press-up12, 12, 13, 11held',
    'Fri 9 Oct 2026, Short Tide',
  ]);
});

it('the log, the newest first, each run against its plan', async () => {
  await page.goto('/log');
  await expectTold(page.getByRole('main'), [
    'Log',
    '[Search the log: ]',
    '(In and out)',
    '[File of a run, or records: ]',
    'Bin',
    'From',
    '[From: ]',
    'To',
    '[To: ]',
    'Squad',
    '[Squad: ]',
    'Move',
    '[Move: ]',
    'Trials',
    '[Trials: with them]',
    '[Choose First Light, Tue 24 Nov 2026: ]',
    'Tue 24 Nov 202606:16First Light',
    '<Shape of the class>',
    '14 came, 7 of 1037:35planned 37:350:00',
    '[Choose Slipway, Sat 21 Nov 2026: ]',
    'Sat 21 Nov 202609:02Slipway',
    '<Shape of the class>',
    '22 came, 7 of 1055:05planned 55:050:00',
    '[Choose Short Tide, Fri 20 Nov 2026: ]',
    'Fri 20 Nov 202612:32Short Tide',
    '<Shape of the class>',
    '8 came, 6 of 1018:10planned 18:100:00',
    '[Choose Slack Water, Thu 19 Nov 2026: ]',
    'Thu 19 Nov 202618:31Slack Water',
    '<Shape of the class>',
    '16 came, 7 of 10 · +0:18 added41:33planned 41:15+0:18',
    '[Choose First Light, Tue 17 Nov 2026: ]',
    'Tue 17 Nov 202606:15First Light',
    '<Shape of the class>',
    '11 came, 7 of 1037:35planned 37:350:00',
    '[Choose Slipway, Sat 14 Nov 2026: ]',
    'Sat 14 Nov 202609:00Slipway',
    '<Shape of the class>',
    '22 came, 8 of 1055:05planned 55:050:00',
    '[Choose Short Tide, Fri 13 Nov 2026: ]',
    'Fri 13 Nov 202612:30Short Tide',
    '<Shape of the class>',
  ]);
});
