import { type PointerEvent, useRef } from 'react';
import {
  type Block,
  type Layout,
  type Plan,
  placeStations,
  putFixture,
  removeFixture,
  type Spot,
  spotsOf,
  unplaceStation,
} from '../../../core/class/index.ts';
import { clearRadius, type Leg, largestGroup, outlineOf } from '../../../core/judge/index.ts';
import { type Library, moveOf } from '../../../core/moves/index.ts';
import { edit } from '../editing/index.ts';
import { FixtureMark, metres, StationMark } from './room-marks.tsx';
import { useDrag } from './use-drag.ts';

/** A station is known by its id, a fixture by its own: the two never meet. */
export type Selected = { kind: 'station' | 'fixture'; id: string } | null;

interface Props {
  plan: Plan;
  layout: Layout;
  block: Block | null;
  library: Library;
  legs: readonly Leg[];
  selected: Selected;
  onSelect: (selected: Selected) => void;
}

const MARGIN_M = 0.7;

/** The room seen from above, to scale; everything in it can be taken by the hand or by the keys. */
export function RoomMap({ plan, layout, block, library, legs, selected, onSelect }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const toMetres = (e: PointerEvent): Spot | null => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return null;
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix);
    return { x: p.x, y: p.y };
  };
  const { dragged, handlers } = useDrag(toMetres);
  const place = (id: string, at: Spot) => (dragged?.id === id ? dragged.at : at);
  const outline = outlineOf(layout);
  const spots = block ? spotsOf(plan, block.id) : {};
  const size = block ? largestGroup(plan, block) : 1;
  // Letters are so many metres high that they read alike in a small and a large room.
  const letter = Math.max(layout.widthM, layout.depthM * 1.5) / 52;
  return (
    <svg
      ref={svg}
      viewBox={`${-MARGIN_M} ${-MARGIN_M} ${layout.widthM + 2 * MARGIN_M} ${layout.depthM + 2 * MARGIN_M + 0.6}`}
      className="h-full w-full touch-none select-none"
      role="group"
      aria-label={`Room, ${layout.widthM} by ${layout.depthM} m`}
      onPointerDown={(e) => e.target === svg.current && onSelect(null)}
    >
      <Patterns />
      <polygon
        points={outline.map((p) => `${p.x},${p.y}`).join(' ')}
        fill="var(--card)"
        stroke="var(--ink)"
        strokeWidth="0.12"
      />
      <Grid layout={layout} />
      {layout.fixtures.map((f) => (
        <FixtureMark
          key={f.id}
          fixture={{ ...f, ...place(f.id, f) }}
          letter={letter}
          above={f.y > layout.depthM / 2}
          selected={selected?.kind === 'fixture' && selected.id === f.id}
          handlers={handlers(
            f.id,
            f,
            (to) => edit((p) => putFixture(p, { ...f, ...to })),
            () => edit((p) => removeFixture(p, f.id)),
            () => onSelect({ kind: 'fixture', id: f.id }),
          )}
        />
      ))}
      {!dragged && <Walk legs={legs} letter={letter} />}
      {block?.stations.map((s, k) => {
        const spot = spots[s.id];
        if (!spot) return null;
        const at = place(s.id, spot);
        const move = moveOf(library, s);
        return (
          <StationMark
            key={s.id}
            name={s.move}
            number={k + 1}
            at={at}
            radius={clearRadius(move, size)}
            letter={letter}
            anchor={at.x < 2.5 ? 'start' : at.x > layout.widthM - 2.5 ? 'end' : 'middle'}
            selected={selected?.kind === 'station' && selected.id === s.id}
            handlers={handlers(
              s.id,
              spot,
              (to) => edit((p) => placeStations(p, block.id, { [s.id]: to })),
              () => edit((p) => unplaceStation(p, block.id, s.id)),
              () => onSelect({ kind: 'station', id: s.id }),
            )}
          />
        );
      })}
      <Scale layout={layout} letter={letter} />
    </svg>
  );
}

/** The walk from station to station, one way round, with its lengths. */
function Walk({ legs, letter }: { legs: readonly Leg[]; letter: number }) {
  return (
    <g>
      {legs.map(({ from, way }) => {
        if (!way) return null;
        const middle = way.points[Math.floor((way.points.length - 1) / 2)];
        const after = way.points[Math.floor((way.points.length - 1) / 2) + 1];
        if (!middle || !after) return null;
        return (
          <g key={from}>
            <polyline
              points={way.points.map((p) => `${p.x},${p.y}`).join(' ')}
              fill="none"
              stroke="var(--rope)"
              strokeWidth="0.07"
            />
            <Arrow from={middle} to={after} size={letter * 0.6} />
            <text
              x={(middle.x + after.x) / 2 + letter * 0.3}
              y={(middle.y + after.y) / 2 - letter * 0.5}
              fontSize={letter * 0.75}
              fill="var(--rope)"
              stroke="var(--card)"
              strokeWidth={letter * 0.25}
              paintOrder="stroke"
            >
              {metres(way.metres)}
            </text>
          </g>
        );
      })}
    </g>
  );
}

function Arrow({ from, to, size }: { from: Spot; to: Spot; size: number }) {
  const angle = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return (
    <path
      d={`M${-size} ${-size * 0.6}L0 0L${-size} ${size * 0.6}Z`}
      fill="var(--rope)"
      transform={`translate(${(from.x + to.x) / 2} ${(from.y + to.y) / 2}) rotate(${angle})`}
    />
  );
}

function Grid({ layout }: { layout: Layout }) {
  const lines: string[] = [];
  for (let x = 1; x < layout.widthM; x++) lines.push(`M${x} 0V${layout.depthM}`);
  for (let y = 1; y < layout.depthM; y++) lines.push(`M0 ${y}H${layout.widthM}`);
  return (
    <>
      <clipPath id="room-outline">
        <polygon
          points={outlineOf(layout)
            .map((p) => `${p.x},${p.y}`)
            .join(' ')}
        />
      </clipPath>
      <path d={lines.join('')} stroke="var(--line)" strokeWidth="0.02" clipPath="url(#room-outline)" />
    </>
  );
}

function Scale({ layout, letter }: { layout: Layout; letter: number }) {
  const y = layout.depthM + MARGIN_M * 0.75;
  const long = layout.widthM > 20 ? 5 : 2;
  return (
    <g>
      <path
        d={`M0 ${y - 0.15}V${y + 0.15}M0 ${y}H${long}M${long} ${y - 0.15}V${y + 0.15}`}
        stroke="var(--muted)"
        strokeWidth="0.05"
      />
      <text x={long + 0.2} y={y + letter * 0.35} fontSize={letter} fill="var(--muted)">
        {long} m; the floor is {layout.widthM} × {layout.depthM} m
      </text>
    </g>
  );
}

function Patterns() {
  return (
    <defs>
      <pattern id="room-rack" width="0.4" height="0.4" patternUnits="userSpaceOnUse">
        <rect width="0.4" height="0.4" fill="var(--line)" />
        <path d="M0 0.4L0.4 0" stroke="var(--ink)" strokeWidth="0.05" />
      </pattern>
      <pattern id="room-mats" width="0.6" height="0.6" patternUnits="userSpaceOnUse">
        <path d="M0 0.3H0.6" stroke="var(--tail)" strokeWidth="0.04" />
      </pattern>
      <pattern id="room-water" width="0.3" height="0.2" patternUnits="userSpaceOnUse">
        <path d="M0 0.1Q0.075 0 0.15 0.1T0.3 0.1" fill="none" stroke="var(--tide)" strokeWidth="0.05" />
      </pattern>
      <pattern id="room-power" width="0.2" height="0.2" patternUnits="userSpaceOnUse">
        <path d="M0.1 0V0.2M0 0.1H0.2" stroke="var(--ink)" strokeWidth="0.05" />
      </pattern>
    </defs>
  );
}
