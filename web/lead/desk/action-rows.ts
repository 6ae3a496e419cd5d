/** The targets of the desk. */
export type ActionId =
  | 'back'
  | 'less'
  | 'main'
  | 'more10'
  | 'onward'
  | 'hold'
  | 'rounds'
  | 'reps'
  | 'people'
  | 'finish'
  | 'undo'
  | 'more';

/** The rows of targets that a window has room for; what is left out stands in More. */
export function rowsFor({ width, height }: { width: number; height: number }, inStations: boolean): ActionId[][] {
  const low = height < 560;
  const narrow = width < 700;
  if (low && width < 460) return [['back', 'main', 'onward', 'more']];
  if (low) return [['back', 'less', 'main', 'more10', 'onward', 'more']];
  if (narrow)
    return [
      ['main'],
      ['back', 'less', 'more10', 'onward'],
      ['hold', 'reps', height < 700 ? 'more' : 'undo', ...(height < 700 ? [] : (['more'] as const))],
    ];
  const second: ActionId[] = [
    'hold',
    'rounds',
    'reps',
    ...(inStations ? (['people'] as const) : []),
    'finish',
    'undo',
    'more',
  ];
  return [second, ['back', 'less', 'main', 'more10', 'onward']];
}
