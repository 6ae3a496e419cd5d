import { nanoid } from 'nanoid';
import { useState } from 'react';
import {
  clipBefore,
  defaultFormat,
  duplicatePlan,
  FORMAT_KINDS,
  FORMAT_WORDS,
  type FormatKind,
  moduleOf,
  newBlock,
  newPlan,
  newStation,
  type Plan,
  starterPlan,
  USES_OF_ROOM,
} from '../../../core/class/index.ts';
import { planOfShape } from '../../../core/judge/index.ts';
import { outlineOf } from '../../../core/time/index.ts';
import { Button, ClassPicker, Dialog, MiniSheet, NumberField, OneOf } from '../../base/index.ts';

interface Props {
  onMake: (plan: Plan, asText?: boolean) => void;
  /** A copy of another class, to be kept as it is. */
  onCopy: (plan: Plan) => void;
  /** Notes were pasted, or begun. */
  onNotes: (text: string, whole: boolean) => void;
  onClose: () => void;
}

const makeId = () => nanoid(12);

/** A class of one format, with stations enough to show its shape. */
function ofFormat(kind: FormatKind, pairs = false): Plan {
  const names = Array.from({ length: pairs ? 6 : 4 }, (_, k) => newStation(makeId(), `Station ${k + 1}`));
  const base = defaultFormat(kind);
  const format = 'groupSize' in base && pairs ? { ...base, groupSize: 2, roundBreakMs: 0, groupBreakMs: 45_000 } : base;
  return {
    ...newPlan(makeId(), `New ${pairs ? 'pairs' : FORMAT_WORDS[kind].toLowerCase()} class`),
    blocks: [{ ...newBlock(makeId(), 'main', format), stations: names }],
  };
}

/** The class without the stations that only show its shape: hers are typed. */
const withoutStrangers = (plan: Plan): Plan => ({ ...plan, blocks: plan.blocks.map((b) => ({ ...b, stations: [] })) });

/** The formats that a class can be made of: those that are work. */
const KINDS = FORMAT_KINDS.filter((kind) => moduleOf({ kind }).traits.purpose(defaultFormat(kind)) === 'work');
const RATIOS = [
  [5, '5 : 1'],
  [3, '3 : 1'],
  [2, '2 : 1'],
  [1, '1 : 1'],
  [0.5, '1 : 2'],
] as const;

/** Where a new class starts from: an empty sheet, a format, a shape, another class, or text. */
export function NewClassDialog({ onMake, onCopy, onNotes, onClose }: Props) {
  return (
    <Dialog title="New class" open onClose={onClose} width="max-w-3xl">
      <label className="mb-4 block">
        <span className="mb-1 block font-semibold">Paste your notes</span>
        <textarea
          rows={3}
          autoFocus
          className="block w-full rounded-md border border-line-strong bg-card px-3 py-2"
          placeholder={'The way you write them: 40/20 x 3, squats, rows, plank \u2026'}
          onInput={(e) => {
            const { value } = e.currentTarget;
            if (value.trim() !== '') onNotes(value, (e.nativeEvent as InputEvent).inputType === 'insertFromPaste');
          }}
        />
      </label>
      <div className="flex flex-wrap gap-3">
        <Button onClick={() => onMake(starterPlan(makeId, 'New class'))}>Empty round sheet</Button>
        <Button onClick={() => onMake({ ...newPlan(makeId(), 'New class'), blocks: [] }, true)}>
          Write it as text
        </Button>
      </div>
      <h3 className="mt-5 mb-2 font-semibold">From a shape</h3>
      <ShapeForm onMake={onMake} />
      <h3 className="mt-5 mb-2 font-semibold">From a format</h3>
      <div className="grid grid-cols-1 gap-2 sm:grid-cols-3">
        {[
          ...KINDS.map((kind) => ({
            name: FORMAT_WORDS[kind],
            about: moduleOf({ kind }).about,
            plan: () => ofFormat(kind),
          })),
          {
            name: 'Pairs',
            about: 'Two moves in turn, a few times over, then the next two: strength and breath.',
            plan: () => ofFormat('circuit', true),
          },
        ].map(({ name, about, plan }) => (
          <button
            key={name}
            type="button"
            className="flex flex-col gap-1 rounded-md border border-line-strong bg-card p-2 text-left hover:border-ink"
            onClick={() => onMake(withoutStrangers(plan()))}
          >
            <MiniSheet outline={outlineOf(plan())} width={150} height={34} />
            <span className="font-semibold">{name}</span>
            <span className="text-small text-muted">{about}</span>
          </button>
        ))}
      </div>
      <h3 className="mt-5 mb-2 font-semibold">From another class</h3>
      <ClassPicker
        chosen={null}
        onPick={(plan) => onCopy(duplicatePlan(plan, makeId, clipBefore(plan.title, ' copy', 80)))}
      />
    </Dialog>
  );
}

function ShapeForm({ onMake }: Pick<Props, 'onMake'>) {
  const [minutes, setMinutes] = useState(45);
  const [heads, setHeads] = useState(12);
  const [use, setUse] = useState<'together' | 'stations'>('stations');
  const [ratio, setRatio] = useState(2);
  return (
    <div className="flex flex-wrap items-center gap-2">
      <NumberField label="Minutes" value={minutes} min={10} max={120} onChange={setMinutes} className="w-14" /> minutes,
      <OneOf aria-label="Use of the room" of={USES_OF_ROOM} value={use} onPick={setUse} />
      <NumberField label="People" value={heads} min={1} max={60} onChange={setHeads} className="w-14" /> people,
      <OneOf aria-label="Work to rest" of={RATIOS} value={ratio} onPick={setRatio} />
      <Button onClick={() => onMake(planOfShape({ minutes, use, heads, ratio }, makeId))}>Make it</Button>
    </div>
  );
}
