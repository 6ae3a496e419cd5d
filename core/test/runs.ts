/** Whether the long way is gone: `npm run attack`. */
export const ATTACK = process.env.ATTACK === '1';

/** How many examples a property is held against: all of them in `npm run attack`, fewer each time. */
export const runs = (all: number, few: number) => (ATTACK ? all : few);
