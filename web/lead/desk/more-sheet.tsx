import { useState } from 'react';
import { useNavigate } from 'react-router';
import { clipText, roundsOf, withRounds } from '../../../core/class/index.ts';
import { currentBlock, oddRounds, type RunState, type RunView, setNow, stationAt } from '../../../core/time/index.ts';
import { Form, LettersLeft, useWindow } from '../../base/index.ts';
import { Volumes } from '../ready/index.ts';
import { command, giveSound, useDesk } from '../session/index.ts';
import { HeldTarget, Target } from '../stage/index.ts';
import { type ActionId, rowsFor } from './action-rows.ts';
import { deskActions } from './desk-actions.tsx';
import { DeskSheet } from './desk-sheet.tsx';
import { hasTracks, MusicRow } from './music-row.tsx';
import type { SheetName } from './sheet-name.ts';

interface Props {
  state: RunState;
  view: RunView;
  lying: boolean;
  onLying: (on: boolean) => void;
  onSheet: (name: SheetName) => void;
  onClose: () => void;
}

/** What a small window has no place for beside the time. */
const LEFT_OUT: readonly ActionId[] = ['less', 'more10', 'hold', 'rounds', 'reps', 'people', 'finish', 'undo'];

/** What is rarer: drop a round, swap, note, sound, lying down, and what ends a run. */
export function MoreSheet({ state, view, lying, onLying, onSheet, onClose }: Props) {
  const navigate = useNavigate();
  const running = state.status === 'running' || state.status === 'paused';
  const close = (work: () => unknown) => () => {
    void work();
    onClose();
  };
  const events = useDesk((s) => s.run?.events) ?? [];
  const size = useWindow();
  const actions = deskActions(state, view, events, onSheet);
  const inBar = rowsFor(
    size,
    state.plan.blocks.some((b) => b.use === 'stations'),
  ).flat();
  const leftOut = LEFT_OUT.filter((id) => !inBar.includes(id));
  const block = currentBlock(state);
  const rounds = block && roundsOf(block.format);
  const odd =
    block && rounds !== null && rounds > 1
      ? oddRounds({ blocks: [{ ...block, format: withRounds(block.format, rounds - 1) }] })
      : [];
  return (
    <DeskSheet title="More" onClose={onClose}>
      <div className="grid grid-cols-2 gap-2 md:grid-cols-4">
        {leftOut.map((id) => {
          const { icon, onClick, ...action } = actions[id];
          // What opens a sheet takes the place of this one.
          const opens = id === 'reps' || id === 'people' || id === 'finish';
          return (
            <Target key={id} small {...action} onClick={opens ? onClick : close(onClick)}>
              {icon}
            </Target>
          );
        })}
        <Target
          small
          name={odd.length > 0 ? 'Drop a round (sides uneven)' : 'Drop a round'}
          hint="D"
          disabled={!running || rounds === null || rounds < 2}
          onClick={close(() => command({ type: 'rounds', delta: -1 }))}
        />
        <Target small name="One more interval" hint="O" disabled={!running} onClick={() => onSheet('again')} />
        <Target small name="Swap the move" hint="S" disabled={!running} onClick={() => onSheet('swap')} />
        <Target small name="Note" hint="N" disabled={!running} onClick={() => onSheet('note')} />
        <Target small name="Pulse" hint="B" disabled={!running} onClick={() => onSheet('pulse')} />
        <Target small name="Screens that follow" hint="W" disabled={!running} onClick={() => onSheet('share')} />
        {state.soundAt !== null && (
          <Target small name="Sound back here" hint="" onClick={close(() => giveSound(null))} />
        )}
        <Target small name="Lying down" hint="L" pressed={lying} onClick={close(() => onLying(!lying))} />
        <Target small name="Leave the desk, it runs on" hint="" onClick={() => navigate('/')} />
      </div>
      {hasTracks(state.plan) && <MusicRow running={state.status === 'running'} />}
      <Volumes />
      <div className="mt-4 grid grid-cols-2 gap-2 border-t pt-4 md:w-1/2">
        <HeldTarget name="Finish now" disabled={!running} onHeld={close(() => command({ type: 'finish' }))} />
        <HeldTarget name="Abandon" onHeld={close(() => command({ type: 'abandon' }))} />
      </div>
    </DeskSheet>
  );
}

/** What was typed and not kept yet, when the sheet was closed over it. */
let unkept = '';

/** A few words for the record, with the station and round they belong to. */
export function NoteSheet({ state, onClose }: { state: RunState; onClose: () => void }) {
  const [text, setText] = useState(unkept);
  // A note is on what has been seen: the set under way, in a gap the one just done.
  const [set] = useState(() => setNow(state));
  const station = set ? stationAt(state.plan, set) : null;
  const title = station ? `Note on ${station.move}${set?.round ? `, round ${set.round}` : ''}` : 'Note on the class';
  const type = (words: string) => {
    unkept = words;
    setText(words);
  };
  const keep = (words: string) => {
    if (words.trim() === '') return;
    void command({
      type: 'note',
      stationId: station?.id ?? null,
      round: set?.round ?? null,
      text: clipText(words, 500),
    });
    unkept = '';
    onClose();
  };
  return (
    <DeskSheet title={title} onClose={onClose}>
      <Form className="flex gap-2" onSubmit={() => keep(text)}>
        <input
          aria-label="Note"
          // biome-ignore lint/a11y/noAutofocus: the sheet opens to be typed in
          autoFocus
          maxLength={500}
          className="h-16 min-w-0 flex-1 rounded-md border-2 border-line-strong bg-paper px-3 text-title"
          value={text}
          onChange={(e) => type(e.target.value)}
        />
        <Target name="Keep" hint="" disabled={text.trim() === ''} onClick={() => keep(text)} />
      </Form>
      <LettersLeft text={text} most={500} />
      <div className="mt-2 grid grid-cols-2 gap-2 md:grid-cols-4">
        {['Too easy', 'Too hard', 'Rest too short', 'Kit short'].map((words) => (
          <Target key={words} small name={words} hint="" onClick={() => keep(words)} />
        ))}
      </div>
    </DeskSheet>
  );
}
