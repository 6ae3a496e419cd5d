/** A colour of the present theme by its name (ink, line, tail …), for drawings that style sheets do not reach. */
export const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
