/**
 * Small pictures of what is done to wood, all drawn alike: wood in ink, what is taken away, added or moved
 * in red pencil. They are lines in a frame of 40 × 30, seen from the front, a little from above and from the
 * right; x runs to the right, y back, z up, all in the units of the frame.
 */
type Place = readonly [x: number, y: number, z: number]

export interface Icon {
  /** SVG path data, each filled and drawn over the one before. */
  readonly wood: readonly string[]
  readonly red: readonly string[]
  /** Drawn in red without being filled. */
  readonly lines?: readonly string[]
}

export const FRAME = { width: 40, height: 30 } as const

const onPaper = ([x, y, z]: Place): string =>
  `${(3 + x + y * 0.5).toFixed(2)} ${(27 - z - y * 0.4).toFixed(2)}`

/** A line through places. */
export const way = (...places: readonly Place[]): string => `M${places.map(onPaper).join('L')}`
/** An area within a line. */
export const area = (...places: readonly Place[]): string => `${way(...places)}Z`

/** A block as far as it is seen: its front, its top and its right end. */
export function block([x, y, z]: Place, [dx, dy, dz]: Place): string {
  const [r, b, t] = [x + dx, y + dy, z + dz]
  return (
    area([x, y, z], [r, y, z], [r, y, t], [x, y, t]) +
    area([x, y, t], [r, y, t], [r, b, t], [x, b, t]) +
    area([r, y, z], [r, b, z], [r, b, t], [r, y, t])
  )
}

const DOTS = 20
/** A ring, or a part of one in degrees, that lies flat ('z') or faces the front ('y') or the right ('x'). */
export function ring(
  [x, y, z]: Place,
  radius: number,
  facing: 'x' | 'y' | 'z' = 'z',
  [from, to]: readonly [number, number] = [0, 360],
): readonly Place[] {
  return Array.from({ length: DOTS + 1 }, (_, n): Place => {
    const a = ((from + ((to - from) * n) / DOTS) * Math.PI) / 180
    const [u, v] = [radius * Math.cos(a), radius * Math.sin(a)]
    return facing === 'z' ? [x + u, y + v, z] : facing === 'y' ? [x + u, y, z + v] : [x, y + u, z + v]
  })
}

/** An arrow in the plane of the paper’s front, from one place to another. */
export function arrow(from: Place, to: Place, head = 2.4): string {
  const [dx, dz] = [to[0] - from[0], to[2] - from[2]]
  const long = Math.hypot(dx, dz) || 1
  const [u, v] = [(dx / long) * head, (dz / long) * head]
  const barb = (s: 1 | -1): Place => [to[0] - u + s * v * 0.7, to[1], to[2] - v - s * u * 0.7]
  return way(from, to) + way(barb(1), to, barb(-1))
}

/** The board that most pictures start from, lying. */
export const BOARD: Place = [26, 16, 8]
export const lying = block([0, 0, 2], BOARD)

/** The end of a board, near by, whose upper right edge is left by these places of its front. */
export const edged = (...left: readonly (readonly [x: number, z: number])[]): readonly string[] => {
  const front = [[0, 0], [22, 0], ...left, [0, 18]] as const
  const back = left.map(([x, z]): Place => [x, 14, z])
  return [
    area([0, 0, 18], [0, 14, 18], [left.at(-1)![0], 14, 18], [left.at(-1)![0], 0, 18]),
    area([22, 0, 0], [22, 14, 0], [22, 14, left[0]![1]], [22, 0, left[0]![1]]),
    area(...left.map(([x, z]): Place => [x, 0, z]), ...back.reverse()),
    area(...front.map(([x, z]): Place => [x, 0, z])),
  ]
}
