/**
 * How often a slow property is tried: a third as often where a change is judged and its maker waits, and in
 * full by `npm run fuzz`.
 */
export const runs = (many: number): number => (process.env.LONG ? many : Math.ceil(many / 3))
