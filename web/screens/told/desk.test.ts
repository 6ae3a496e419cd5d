import { expect, it } from 'vitest';
import { ledClass } from '../../test/led-class.test.support.ts';
import { expectTold, leadClass } from '../../test/screens.test.support.tsx';
import { page } from '../../test/shared-page.test.support.ts';

/*
 * The desk and its sheets, as they tell it: a class that is paused in its first set.
 */

const plan = ledClass('together', { id: 'told-desk', title: 'Led measure', countInMs: 0, squads: ['Heron', 'Teal'] });

it('the desk, and what each key opens', async () => {
  await leadClass(page, plan);
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Resume' })).toBeVisible();
  // However long it took to get here, the set stands at its start.
  if (await page.getByRole('button', { name: 'Again' }).isVisible()) await page.keyboard.press('ArrowLeft');
  await expectTold(page.getByRole('main'), [
    '10 reps · 12 kg · mooring rope',
    'nextPress-up',
    '11 reps',
    'To the floor',
    'mat',
  ]);
  await expectTold(page.getByRole('main'), [
    'easierStep it',
    'Rope slam',
    'harderRope slam with squat',
    'Tall',
    '<The next minute of cues>',
    '(Hold H)',
    '(One more round R)',
    '(Reps C)',
    '(Finish by F)',
    '(Undo U)',
    '(More M)',
    '(Back ←)',
    '(−10 s −)',
    '(Resume Space)',
    '(+10 s +)',
    '(Skip →)',
  ]);
  await page.keyboard.press('m');
  await expectTold(page.getByRole('dialog'), [
    'More',
    '(Close)',
    '(People P)',
    '(Drop a round D)',
    '(One more interval O)',
    '(Swap the move S)',
    '(Note N)',
    '(Pulse B)',
    '(Screens that follow W)',
    '(Lying down L)',
    '(Leave the desk, it runs on)',
    'Tones',
    '[Tones: 0.8]',
    '(Mute)',
    '(Test)',
    'Voice',
    '[Voice: 0.9]',
    '(Mute)',
    '(Test)',
    'Music',
    '[Music: 0.5]',
    '(Mute)',
    '(Test)',
    '(Finish now hold)',
    '(Abandon hold)',
  ]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('c');
  await expectTold(page.getByRole('dialog'), [
    'Reps: Rope slam, round 1',
    '(Close)',
    '–',
    '(All, on)',
    '(Heron)',
    '(Teal)',
    '(12)',
    '(27)',
    '(31)',
    '(Kelp)',
    '(Marram)',
    '(Reed)',
    '(Samphire)',
    '(Sedge)',
    'weight',
    '[Weight, in kg unless said: 12 kg]',
    'kg, if it counts',
    '(Effort, note)',
    '(1)',
    '(2)',
    '(3)',
    '(4)',
    '(5)',
    '(6)',
    '(7)',
    '(8)',
    '(9)',
    '(Take the last digit away)',
    '(0)',
    '(Keep, off)',
  ]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('s');
  await expectTold(page.getByRole('dialog'), [
    'In place of Rope slam',
    '(Close)',
    '(From now on, on)',
    '(This round only)',
    '(This set only)',
    '[Another move, in any words: ]',
    '(Take it, off)',
    '(Step it)',
    '(Rope slam with squat)',
    '(Rope ripple)',
    '(Ball slam)',
    '(Bent-over side raise)',
    '(Face pull)',
    '(High pull with band)',
    '(Upright row)',
  ]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('o');
  await expectTold(page.getByRole('dialog'), [
    'One more interval',
    '(Close)',
    '(Rope slam, once more)',
    '[Another move, in any words: ]',
    '(Take it, off)',
    '(Step it)',
    '(Rope slam with squat)',
    '(Rope ripple)',
    '(Ball slam)',
    '(Bent-over side raise)',
    '(Face pull)',
    '(High pull with band)',
    '(Upright row)',
  ]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('n');
  await expectTold(page.getByRole('dialog'), [
    'Note on Rope slam, round 1',
    '(Close)',
    '[Note: ]',
    '(Keep, off)',
    '(Too easy)',
    '(Too hard)',
    '(Rest too short)',
    '(Kit short)',
  ]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('p');
  await expectTold(page.getByRole('dialog'), [
    'How many are here?',
    '(Close)',
    '(1 people)',
    '(2 people)',
    '(3 people)',
    '(4 people)',
    '(5 people)',
    '(6 people)',
    '(7 people, on)',
    '(8 people)',
    '(9 people)',
    '(10 people)',
    '(11 people)',
    '(12 people)',
    '(13 people)',
    '(14 people)',
    '(15 people)',
    '(16 people)',
    '(17 people)',
    '(18 people)',
    '(19 people)',
    '(20 people)',
    '(21 people)',
    '(22 people)',
    '(23 people)',
    '(24 people)',
    '(25 people)',
    '(26 people)',
    '(27 people)',
    '(28 people)',
    '(29 people)',
    '(30 people)',
    '(31 people)',
    '(32 people)',
    '(33 people)',
    '(34 people)',
    '(35 people)',
    '(36 people)',
    '(37 people)',
    '(38 people)',
    '(39 people)',
    '(40 people)',
  ]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('w');
  await expectTold(page.getByRole('dialog'), [
    'Screens that follow',
    '(Close)',
    'Only this machine can open these pages: no phone will.',
    'The server listens to its own machine alone. To let phones and screens on the same network in, stop it and start it with a passphrase of eight letters or more: HOST=0.0.0.0 PASSPHRASE=… npm start. It will then be at ADDRESSES  A window on this machine, on a second monitor for one, works as it is.',
    'Wallfor everyone to see',
    '<Wall: http://localhost:3000/wall/CODE>',
    'CODE',
    'Over a picturefor a video program',
    '<Over a picture: http://localhost:3000/camera/CODE>',
    'CODE',
    'Station pagesa phone at each station',
    '<Station pages: http://localhost:3000/station/CODE>',
    'CODE',
    'Squad pageswhere next, and their reps',
    '<Squad pages: http://localhost:3000/squad/CODE>',
    'CODE',
    'Remoteyours alone: it commands the run',
    '<Remote: http://localhost:3000/remote/CODE>',
    'CODE',
    'Or open http://localhost:3000/join and type a code. Codes end with the run.',
  ]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('b');
  await expectTold(page.getByRole('dialog'), [
    'Pulse',
    '(Close)',
    '[How many simulated straps: 7]',
    '(Simulated straps)',
    'a file of rates',
    '[File of heart rates: ]',
    '(A strap by Bluetooth, off)',
    'This browser hears no straps.',
    'Highest rate',
    '[Highest rate off by 10 beats or more for one in three; without an age that of 40 is taken. A measured one comes before it. Zones from 50, 60, 70, 80 and 90 % (Edwards 1993). No diagnosis, and no limit: how somebody feels comes first.: 208 − 0.7 × age (Tanaka 2001)]',
    'off by 10 beats or more for one in three; without an age that of 40 is taken. A measured one comes before it. Zones from 50, 60, 70, 80 and 90 % (Edwards 1993). No diagnosis, and no limit: how somebody feels comes first.',
  ]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
