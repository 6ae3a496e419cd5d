/** The parts of a class that can be laid over a picture. */
export const CAMERA_PARTS = ['time', 'move', 'side', 'next', 'round'] as const;
export type CameraPart = (typeof CAMERA_PARTS)[number];

export const PART_WORDS: Record<CameraPart, string> = {
  time: 'time left',
  move: 'move',
  side: 'side',
  next: 'next',
  round: 'round',
};

/** The parts that are laid over a picture, and the field behind them. */
export interface CameraLook {
  parts: readonly CameraPart[];
  /** The field behind it: none, or one colour as `#rrggbb` that a video program takes out. */
  field: 'clear' | `#${string}`;
}

/** A field that no skin, kit or hall has: what a video program takes out most easily. */
export const KEY_FIELD = '#00a03c';

/** The look that an address says; null where it says none yet. What it cannot mean is passed over. */
export function readLook(search: string): CameraLook | null {
  const query = new URLSearchParams(search);
  const show = query.get('show');
  if (show === null) return null;
  const asked = show.split(',');
  const field = query.get('field') ?? '';
  return {
    parts: CAMERA_PARTS.filter((p) => asked.includes(p)),
    field: /^[0-9a-f]{6}$/i.test(field) ? `#${field.toLowerCase()}` : 'clear',
  };
}

/** The part of an address that says a look. */
export function writeLook({ parts, field }: CameraLook): string {
  const query = new URLSearchParams({ show: parts.join(','), ...(field === 'clear' ? {} : { field: field.slice(1) }) });
  return `?${query.toString().replace(/%2C/g, ',')}`;
}
