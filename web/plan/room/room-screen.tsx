import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { type Block, newLayout, type Plan } from '../../../core/class/index.ts';
import { walkOf } from '../../../core/judge/index.ts';
import { Button, OneOf, useLibrary } from '../../base/index.ts';
import { BinnedBar, ConflictBar, edit, useAutosave, useBuilder, useOpenedPlan, useUndoKeys } from '../editing/index.ts';
import { PlanActions, PlanHead, PlanViews } from '../sheet/index.ts';
import { GroupsPanel } from './groups-panel.tsx';
import { KitPanel } from './kit-panel.tsx';
import { PlacesPanel } from './places-panel.tsx';
import { RoomMap, type Selected } from './room-map.tsx';
import { RoomPanel } from './room-panel.tsx';

/** The room of a class: stations set out to scale, who goes where, and the kit for it. */
export function RoomScreen() {
  const { plan, failed } = useOpenedPlan();
  useAutosave();
  useUndoKeys();
  if (failed) return <main className="p-6">{failed}. Nothing was changed.</main>;
  if (!plan) return <main className="p-6 text-muted">Opening…</main>;
  return <Room plan={plan} />;
}

const TABS = { places: 'Places', room: 'Room', groups: 'Groups', kit: 'Kit' } as const;
type Tab = keyof typeof TABS;
const isTab = (text: string | null): text is Tab => text !== null && text in TABS;

function Room({ plan }: { plan: Plan }) {
  const save = useBuilder((s) => s.save);
  const library = useLibrary((s) => s.library);
  const [params, setParams] = useSearchParams();
  const [selected, setSelected] = useState<Selected>(null);
  const blocks = plan.blocks.filter((b) => b.use === 'stations' && b.stations.length > 1);
  const block = blocks.find((b) => b.id === params.get('block')) ?? blocks[0] ?? null;
  const legs = useMemo(() => (block ? walkOf(plan, block) : []), [plan, block]);
  const asked = params.get('tab');
  const tab = isTab(asked) ? asked : plan.layout ? 'places' : 'room';
  const show = (name: string, value: string) =>
    setParams((p) => {
      p.set(name, value);
      return p;
    });
  return (
    <main id="content" data-own-scroll className="flex min-h-0 flex-1 flex-col">
      <div className="shrink-0 border-b border-line-strong pb-1">
        <PlanHead plan={plan} />
        {save.kind === 'binned' && <BinnedBar />}
        {save.kind === 'conflict' && <ConflictBar plan={plan} save={save} />}
        <div className="flex flex-wrap items-center justify-end gap-x-4 px-5">
          <PlanActions plan={plan} />
          <PlanViews plan={plan} />
        </div>
      </div>
      <div className="flex min-h-0 flex-1 max-lg:flex-col">
        <div className="min-h-0 min-w-0 flex-1 p-3 max-lg:h-[60dvh] max-lg:flex-none">
          {plan.layout ? (
            <RoomMap
              plan={plan}
              layout={plan.layout}
              block={block}
              library={library}
              legs={legs}
              selected={selected}
              onSelect={setSelected}
            />
          ) : (
            <NoRoomYet onDraw={() => edit((p) => ({ ...p, layout: newLayout() }))} />
          )}
        </div>
        <aside
          aria-label="Room and groups"
          className="flex min-h-0 w-[420px] shrink-0 flex-col border-l border-line-strong bg-card max-lg:w-full max-lg:border-l-0"
        >
          <Tabs.Root value={tab} onValueChange={(t) => show('tab', t)} className="flex min-h-0 flex-1 flex-col">
            <Tabs.List className="flex border-b px-2" aria-label="What to set">
              {Object.entries(TABS).map(([name, word]) => (
                <Tabs.Trigger
                  key={name}
                  value={name}
                  className="min-h-11 border-transparent border-b-2 px-3 text-muted data-[state=active]:border-live data-[state=active]:text-ink"
                >
                  {word}
                </Tabs.Trigger>
              ))}
            </Tabs.List>
            <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
              {tab !== 'room' && (
                <WhichBlock blocks={blocks} block={block} onChoose={(id) => show('block', id)} planId={plan.id} />
              )}
              <Tabs.Content value="places">
                {block && <PlacesPanel plan={plan} block={block} legs={legs} library={library} />}
              </Tabs.Content>
              <Tabs.Content value="room">
                <RoomPanel plan={plan} selected={selected} onSelect={setSelected} />
              </Tabs.Content>
              <Tabs.Content value="groups">{block && <GroupsPanel plan={plan} block={block} />}</Tabs.Content>
              <Tabs.Content value="kit">{block && <KitPanel plan={plan} block={block} />}</Tabs.Content>
            </div>
          </Tabs.Root>
        </aside>
      </div>
    </main>
  );
}

function NoRoomYet({ onDraw }: { onDraw: () => void }) {
  return (
    <div className="flex h-full flex-col items-center justify-center gap-3 border border-line-strong border-dashed text-center">
      <p className="max-w-96">
        Drawn to scale, the room tells whether every station has floor enough, how far people walk between sets, and the
        shortest one-way round.
      </p>
      <Button look="strong" onClick={onDraw}>
        Draw the room
      </Button>
    </div>
  );
}

function WhichBlock({
  blocks,
  block,
  onChoose,
  planId,
}: {
  blocks: readonly Block[];
  block: Block | null;
  onChoose: (id: string) => void;
  planId: string;
}) {
  if (!block)
    return (
      <p>
        No block of this class is done in stations.{' '}
        <Link to={`/classes/${planId}`} className="underline">
          Set a block to stations
        </Link>{' '}
        to set it out.
      </p>
    );
  if (blocks.length === 1) return <h2 className="digits mb-2 text-title">{block.title}</h2>;
  return (
    <OneOf
      aria-label="Block"
      className="w-full"
      of={blocks.map((b) => [b.id, b.title])}
      value={block.id}
      onPick={onChoose}
    />
  );
}
