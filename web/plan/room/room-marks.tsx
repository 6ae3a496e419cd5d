import type { Fixture, FixtureKind, Spot } from '../../../core/class/index.ts';
import type { useDrag } from './use-drag.ts';

export const FIXTURE_WORDS: Record<FixtureKind, string> = {
  wall: 'Wall',
  rack: 'Rack',
  post: 'Post',
  door: 'Door',
  power: 'Power',
  water: 'Water',
  mats: 'Mats',
};

export const metres = (x: number) => `${x.toFixed(1)} m`;

type Handlers = ReturnType<ReturnType<typeof useDrag>['handlers']>;

/** A station: its number and name, and the clear floor a group wants. */
export function StationMark({
  name,
  number,
  at,
  radius,
  letter,
  anchor,
  selected,
  handlers,
}: {
  name: string;
  number: number;
  at: Spot;
  radius: number;
  letter: number;
  /** Which end of the name stands under the mark, so that it stays in the picture. */
  anchor: 'start' | 'middle' | 'end';
  selected: boolean;
  handlers: Handlers;
}) {
  const half = letter * 0.95;
  return (
    <g
      tabIndex={0}
      role="button"
      aria-label={`Station ${number}, ${name}: ${metres(at.x)} from the left, ${metres(at.y)} from the top`}
      className="cursor-grab outline-none"
      {...handlers}
    >
      <circle
        cx={at.x}
        cy={at.y}
        r={radius}
        clipPath="url(#room-outline)"
        fill="var(--tide)"
        fillOpacity={selected ? 0.2 : 0.09}
        stroke="var(--tide)"
        strokeWidth="0.04"
        strokeDasharray="0.16 0.12"
      />
      <rect
        x={at.x - half}
        y={at.y - half}
        width={2 * half}
        height={2 * half}
        fill={selected ? 'var(--live)' : 'var(--ink)'}
      />
      <text
        x={at.x}
        y={at.y + letter * 0.42}
        fontSize={letter * 1.2}
        textAnchor="middle"
        fill="var(--paper)"
        className="digits"
      >
        {number}
      </text>
      <text
        x={at.x + (anchor === 'start' ? -half : anchor === 'end' ? half : 0)}
        y={at.y + half + letter * 1.15}
        fontSize={letter}
        textAnchor={anchor}
        fill="var(--ink)"
        stroke="var(--card)"
        strokeWidth={letter * 0.3}
        paintOrder="stroke"
        fontWeight="600"
      >
        {name}
      </text>
    </g>
  );
}

const SOLID: readonly FixtureKind[] = ['wall', 'post'];

/** A thing that stands in the room. */
export function FixtureMark({
  fixture: f,
  letter,
  above,
  selected,
  handlers,
}: {
  fixture: Fixture;
  letter: number;
  /** Its word stands above it: below is the wall. */
  above: boolean;
  selected: boolean;
  handlers: Handlers;
}) {
  const solid = SOLID.includes(f.kind);
  const fill = solid ? 'var(--ink)' : f.kind === 'door' ? 'var(--paper)' : `url(#room-${f.kind})`;
  return (
    <g
      tabIndex={0}
      role="button"
      aria-label={`${FIXTURE_WORDS[f.kind]}: ${metres(f.x)} from the left, ${metres(f.y)} from the top, ${metres(f.widthM)} by ${metres(f.depthM)}`}
      className="cursor-grab outline-none"
      {...handlers}
    >
      {/* Thin things are taken more easily than they are drawn. */}
      <rect x={f.x - 0.2} y={f.y - 0.2} width={f.widthM + 0.4} height={f.depthM + 0.4} fill="transparent" />
      <rect
        x={f.x}
        y={f.y}
        width={f.widthM}
        height={f.depthM}
        fill={fill}
        stroke={selected ? 'var(--live)' : 'var(--ink)'}
        strokeWidth={selected ? 0.1 : 0.04}
        strokeDasharray={f.kind === 'mats' ? '0.2 0.1' : undefined}
      />
      {!solid && (
        <text
          x={f.x + f.widthM / 2}
          y={f.kind === 'mats' ? f.y + letter : above ? f.y - letter * 0.35 : f.y + f.depthM + letter * 0.95}
          fontSize={letter * 0.8}
          textAnchor="middle"
          fill="var(--muted)"
        >
          {FIXTURE_WORDS[f.kind].toLowerCase()}
        </text>
      )}
    </g>
  );
}
