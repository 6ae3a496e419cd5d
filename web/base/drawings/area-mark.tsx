import type { Area } from '../../../core/moves/index.ts';

const LINES: Record<Area, string> = {
  whole: 'M0 0H6V6H0Z',
  lower: 'M0 3H6',
  upper: 'M3 0V6',
  core: 'M0 6L6 0',
  cardio: 'M1.5 1.5h1.2M4.5 4.5h1.2',
  mobility: '',
};

/** The textures that tell areas apart, in any hue; drawn once a list. */
export const AREA_TEXTURES = (
  <svg width="0" height="0" className="absolute" aria-hidden="true">
    <defs>
      {Object.entries(LINES).map(([area, d]) => (
        <pattern key={area} id={`area-${area}`} width="6" height="6" patternUnits="userSpaceOnUse">
          <path d={d} stroke="var(--ink)" strokeWidth="1.6" fill={area === 'whole' ? 'var(--ink)' : 'none'} />
        </pattern>
      ))}
    </defs>
  </svg>
);

/** A small swatch of an area's texture; floor moves sit low. */
export function AreaMark({ area, low = false }: { area: Area | null; low?: boolean }) {
  return (
    <svg width="34" height="20" aria-hidden="true" className="shrink-0">
      <rect
        x="0.5"
        y={low ? 9.5 : 0.5}
        width="33"
        height="10"
        fill={area ? `url(#area-${area})` : 'none'}
        stroke="var(--ink)"
        strokeWidth="1"
        strokeDasharray={area ? undefined : '2 2'}
      />
    </svg>
  );
}
