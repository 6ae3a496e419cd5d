/** How many examples a property is held against: all of them in `npm run attack`, fewer each time. */
export const runs = (all: number, few: number) => (process.env.ATTACK === '1' ? all : few);
