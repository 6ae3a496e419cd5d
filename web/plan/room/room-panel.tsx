import { nanoid } from 'nanoid';
import {
  FIXTURES,
  type Fixture,
  type FixtureKind,
  type Layout,
  newLayout,
  type Plan,
  putFixture,
  ROOM_SHAPES,
  type RoomShape,
  removeFixture,
  reshapeRoom,
  USUAL_SIZE,
} from '../../../core/class/index.ts';
import { outlineOf } from '../../../core/judge/index.ts';
import { api, Button, OneOf, toast, useLoaded } from '../../base/index.ts';
import { edit, undo } from '../editing/index.ts';
import { MetreField } from './metre-field.tsx';
import type { Selected } from './room-map.tsx';
import { FIXTURE_WORDS } from './room-marks.tsx';

const SHAPE_WORDS: Record<RoomShape, string> = {
  rectangle: 'One rectangle',
  corner: 'A corner left out',
  tee: 'Two corners left out',
  bay: 'A bay in one side',
};

interface Props {
  plan: Plan;
  selected: Selected;
  onSelect: (selected: Selected) => void;
}

/** The room itself: its shape and size, and what stands in it. */
export function RoomPanel({ plan, selected, onSelect }: Props) {
  const { layout } = plan;
  const fixture = selected?.kind === 'fixture' ? layout?.fixtures.find((f) => f.id === selected.id) : undefined;
  const reshape = (room: Parameters<typeof reshapeRoom>[1]) => edit((p) => reshapeRoom(p, room));
  const add = (kind: FixtureKind) => {
    const id = nanoid(8);
    const size = USUAL_SIZE[kind];
    edit((p) =>
      putFixture(p, {
        id,
        kind,
        ...size,
        x: ((p.layout?.widthM ?? 0) - size.widthM) / 2,
        y: kind === 'door' ? 0 : ((p.layout?.depthM ?? 0) - size.depthM) / 2,
      }),
    );
    onSelect({ kind: 'fixture', id });
  };
  return (
    <>
      <FromAnotherClass plan={plan} />
      {!layout && <Button onClick={() => edit((p) => ({ ...p, layout: newLayout() }))}>Draw the room</Button>}
      {layout && (
        <>
          <fieldset className="mt-3">
            <legend className="text-small text-muted">Shape</legend>
            <div className="mt-1 grid grid-cols-4 gap-2">
              {ROOM_SHAPES.map((shape) => (
                <button
                  key={shape}
                  type="button"
                  aria-label={SHAPE_WORDS[shape]}
                  title={SHAPE_WORDS[shape]}
                  aria-pressed={layout.shape === shape}
                  className={`flex min-h-14 items-center justify-center rounded-md border ${layout.shape === shape ? 'border-2 border-ink bg-ink/10' : 'border-line-strong'}`}
                  onClick={() => reshape({ shape })}
                >
                  <ShapeMark shape={shape} />
                </button>
              ))}
            </div>
          </fieldset>
          <Metres
            of={layout}
            fields={[
              ['Wide', 'widthM', 3, 80],
              ['Deep', 'depthM', 3, 80],
              ...(layout.shape === 'rectangle' ? [] : leftOut(layout)),
            ]}
            onChange={reshape}
          />
          <h3 className="mt-4 text-small text-muted">Put in</h3>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {FIXTURES.map((kind) => (
              <Button key={kind} className="!min-h-9 !px-2.5" onClick={() => add(kind)}>
                {FIXTURE_WORDS[kind]}
              </Button>
            ))}
          </div>
          {fixture ? (
            <FixtureFields fixture={fixture} layout={layout} />
          ) : (
            <p className="mt-4 text-small text-muted">
              Choose a thing in the room to give its measures. One cannot walk through walls, racks and posts; doors are
              kept free; floor moves want mats where there are any.
            </p>
          )}
        </>
      )}
    </>
  );
}

const leftOut = ({ widthM, depthM }: Layout) =>
  [
    ['Left out, wide', 'cutWidthM', 0, widthM - 1],
    ['and deep', 'cutDepthM', 0, depthM - 1],
  ] as const;

interface MetresProps<K extends string> {
  of: Record<K, number>;
  fields: readonly (readonly [label: string, key: K, min: number, max: number])[];
  onChange: (change: Partial<Record<K, number>>) => void;
}

/** Measures in m, two in a row. */
function Metres<K extends string>({ of, fields, onChange }: MetresProps<K>) {
  return (
    <div className="mt-2 grid grid-cols-2 gap-x-6 gap-y-1.5">
      {fields.map(([label, key, min, max]) => (
        <MetreField
          key={key}
          label={label}
          value={of[key]}
          min={min}
          max={max}
          onChange={(m) => onChange({ [key]: m } as Partial<Record<K, number>>)}
        />
      ))}
    </div>
  );
}

function FixtureFields({ fixture, layout }: { fixture: Fixture; layout: Layout }) {
  const change = (part: Partial<Fixture>) => edit((p) => putFixture(p, { ...fixture, ...part }));
  return (
    <section className="mt-4" aria-label={FIXTURE_WORDS[fixture.kind]}>
      <h3 className="digits text-lead">{FIXTURE_WORDS[fixture.kind]}</h3>
      <Metres
        of={fixture}
        fields={[
          ['From the left', 'x', 0, layout.widthM],
          ['From the top', 'y', 0, layout.depthM],
          ['Wide', 'widthM', 0.1, layout.widthM],
          ['Deep', 'depthM', 0.1, layout.depthM],
        ]}
        onChange={change}
      />
      <div className="mt-2 flex gap-2">
        <Button className="!min-h-9" onClick={() => change({ widthM: fixture.depthM, depthM: fixture.widthM })}>
          Turn
        </Button>
        <Button className="!min-h-9" onClick={() => edit((p) => removeFixture(p, fixture.id))}>
          Take away
        </Button>
      </div>
    </section>
  );
}

const withRoom = () => api.plans({ room: '1', limit: 200 });

/** The same room serves many classes: one drawn for another is taken over, without that class's stations. */
function FromAnotherClass({ plan }: { plan: Plan }) {
  const [loaded] = useLoaded(['plans with a room'], withRoom);
  const others = loaded.state === 'ready' ? loaded.value.items.filter((s) => s.plan.id !== plan.id) : [];
  if (others.length === 0) return null;
  return (
    <OneOf
      aria-label="Take the room of another class"
      className="w-full"
      of={[
        ['', 'Take the room of another class…'],
        ...others.map(({ plan: p }) => [p.id, `${p.title}${p.room ? `, ${p.room}` : ''}`] as const),
      ]}
      value=""
      onPick={(id) => {
        const from = others.find((s) => s.plan.id === id)?.plan;
        if (!from?.layout) return;
        const layout = { ...from.layout, spots: plan.layout?.spots ?? [] };
        edit((p) => reshapeRoom({ ...p, layout, room: p.room || from.room }, {}));
        toast.undoable(`The room of ${from.title}.`, undo);
      }}
    />
  );
}

function ShapeMark({ shape }: { shape: RoomShape }) {
  const outline = outlineOf({ ...newLayout(), shape, widthM: 12, depthM: 8, cutWidthM: 5, cutDepthM: 3.5 });
  return (
    <svg viewBox="-1 -1 14 10" width="44" height="32" aria-hidden="true">
      <polygon
        points={outline.map((p) => `${p.x},${p.y}`).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="0.7"
      />
    </svg>
  );
}
