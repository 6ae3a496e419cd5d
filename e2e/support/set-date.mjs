// Sets the date of a server: `node --import ./e2e/support/set-date.mjs` begins at DATE_NOW, ms since 1970.
const now = Date.now.bind(Date);
const laterMs = Number(process.env.DATE_NOW) - now();

Date.now = () => now() + laterMs;
// Not a class of its own: dates that come from other threads are dates too.
globalThis.Date = new Proxy(Date, {
  construct: (Real, parts, made) => Reflect.construct(Real, parts.length === 0 ? [Real.now()] : parts, made),
});
