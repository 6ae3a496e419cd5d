/** `npm run attack` goes the whole way; `npm test` goes a part of it, each time. */
export const FULL = process.env.ATTACK === '1';

/** How many rounds of an attack are made: all of them, or a few. */
export const rounds = (all: number, few: number) => (FULL ? all : few);
