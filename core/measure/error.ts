/**
 * A slip in a measure, with the stretch of text it is about: `at` inclusive, `end` exclusive, in characters.
 */
export class MeasureError extends Error {
  override readonly name = 'MeasureError'
  constructor(
    message: string,
    readonly at: number,
    readonly end: number,
  ) {
    super(message)
  }
}

/** Every sentence a maker can be told about a measure. */
export const SAYS = {
  empty: () => 'Type a dimension',
  tooLong: (max: number) => `A dimension may have ${max} characters at most`,
  tooDeep: () => 'Too many brackets inside each other',
  stray: (text: string) => `“${text}” has no place in a dimension`,
  unfinished: () => 'Something is missing at the end',
  missing: (before: string) => `Something is missing before “${before}”`,
  fractionCut: () => 'The fraction has no lower number',
  overZero: () => 'A fraction cannot have 0 below the line',
  divideZero: () => 'This divides by zero',
  tooBig: () => 'The result is too large to be a size',
  notUnit: (name: string) => `“${name}” is not a unit of length; use in, ft, mm, cm or m`,
  sideBySide: () => 'Two values stand side by side; put + − × or ÷ between them',
  comma: () => 'Write decimals with a point, as in 1.5',
  unclosed: () => 'A bracket is not closed',
  noFunction: (name: string) =>
    `There is no function “${name}”; there are min, max, abs, sqrt, sin, cos, tan, atan, roundto and angle`,
  arguments: (name: string, wants: string, got: number) => `${name} takes ${wants}, not ${got}`,
  noName: (name: string) => `Nothing is called “${name}” here`,
  noRef: (ref: string) => `${ref} is not there any more`,
  noCopy: (name: string, there: number) =>
    `There is no ${name}; there ${there === 1 ? 'is 1' : `are ${there}`}`,
  noProperty: (property: string) => `“${property}” is not a face or a size of a piece`,
  twoNames: (name: string) => `More than one thing is called “${name}”; pick the one you mean on the bench`,
  unlike: (op: string, a: string, b: string) => `${a} and ${b} cannot be ${op}`,
  twoFaces: () => 'angle needs two faces, as in angle(Lid·edge1, Strip·face)',
  noFace: (property: string) =>
    `“${property}” is not a face; there are face, back, edge1, edge2, end1 and end2`,
  noAngles: () => 'Angles between faces are not known here',
  rootOf: (kind: string) => `The square root of ${kind} is not a size`,
  angleWanted: (fn: string, kind: string) => `${fn} needs an angle, and this is ${kind}`,
  slopeWanted: (kind: string) => `atan needs a slope, rise over run, and this is ${kind}`,
  wanted: (want: string, got: string) => `This gives ${got}, and ${want} is needed here`,
  whole: () => 'A whole number of at least 1 is needed here',
  roundStep: () => 'roundto needs a step larger than 0',
} as const
