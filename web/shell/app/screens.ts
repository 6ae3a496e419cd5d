/** The screens that are gone to from anywhere: by their name, or by G and a letter. */
export const SCREENS = [
  { name: 'Classes', to: '/', key: 'g c' },
  { name: 'Calendar', to: '/calendar', key: 'g d' },
  { name: 'Moves', to: '/moves', key: 'g m' },
  { name: 'Kit room', to: '/kit', key: 'g k' },
  { name: 'Music', to: '/music', key: 'g u' },
  { name: 'Log', to: '/log', key: 'g l' },
  { name: 'Records', to: '/records', key: 'g r' },
  { name: 'People', to: '/people', key: 'g p' },
  { name: 'Series', to: '/series', key: 'g i' },
  { name: 'Bin', to: '/bin', key: 'g b' },
  { name: 'Keeping', to: '/keep', key: 'g e' },
  { name: 'Settings', to: '/settings', key: 'g s' },
  { name: 'Help', to: '/help', key: 'g h' },
] as const;
