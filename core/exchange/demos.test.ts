import { readdirSync, readFileSync } from 'node:fs'
import { findAlike, cutList } from '../cuts'
import { hardwareList, swingSteps } from '../hardware'
import { modelOf, type Model } from '../model'
import { thumbnailOf } from '../plans'
import { toRoom, type Vec3 } from '../pieces'
import { drain } from '../solid'
import { testKernel } from '../testing/scenario'
import type { Outline } from '../document'
import { cornersOf, extentOf } from '../outline'
import {
  leanOf,
  saySettings,
  type Bend,
  type Bore,
  type Feature,
  type Pegs,
  type Recess,
  type Seat,
  type SawCut,
  type Shaped,
} from '../work'
import { lookOver, proofOf } from '../proof'
import { openProject, resolveReport } from './index'

const DEMOS = new URL('../../demo/', import.meta.url)
const FILES = readdirSync(DEMOS).filter((name) => name.endsWith('.json'))
const load = (file: string): Model => {
  const read = openProject(readFileSync(new URL(file, DEMOS), 'utf8'))
  if (!read.ok) throw new Error(read.why)
  expect(read.project.setAside).toEqual([])
  return modelOf(read.project)
}

test.each(FILES)('%s opens whole and goes together', async (file) => {
  const m = load(file)
  const kernel = await testKernel()
  expect(lookOver(m)).toEqual([])
  expect(proofOf(m, kernel).filter((p) => p.level === 'stop')).toEqual([])
})

const inches = (mm: number) => mm / 25.4
const of = (m: Model, name: string) => m.resolved.instances.find((i) => i.name.startsWith(name))!
const cutsOn = (m: Model, name: string) =>
  m
    .features(of(m, name))
    .filter((f) => f.kind === 'crosscut')
    .map((f) => saySettings(f.data as SawCut))

// What follows was reckoned by hand from the measures in the files.
test('three seed cabinets stand side by side, their rails as long as the opening and both tenons', () => {
  const m = load('seed-cabinets.json')
  m.resolved.groups[0]!.boxes.forEach((b, k) => expect(inches(b.min[0])).toBeCloseTo(31.5 * k, 9))
  expect(inches(of(m, 'Top rail').length)).toBeCloseTo(31.5 - 2 * 1.5 + 2 * 0.75, 9)
  const sides = cutList(m).rows.find((r) => r.name.startsWith('Left side'))!
  expect([sides.quantity, sides.mirrored]).toEqual([6, 3])
})

test('the glazed lid has a butt pair and a mitred pair of corners, all with dowels', () => {
  const m = load('glazed-lid.json')
  expect(inches(of(m, 'Front rail').length)).toBeCloseTo(34.5 - 2 * 3.5, 9)
  expect(inches(of(m, 'Back rail').length)).toBeCloseTo(34.5, 9)
  expect(cutsOn(m, 'Back rail')).toEqual(Array(2).fill('mitre 45° from square (45° from the edge)'))
  expect(hardwareList(m).map((h) => [h.name, h.quantity])).toEqual([
    ['Dowel ⌀ 3/8 × 2', 4],
    ['Dowel ⌀ 3/8 × 1 1/2', 4],
  ])
})

test('the cold frame: half the slope on either edge of the bevel, the front as high as the lid', async () => {
  const m = load('cold-frame.json')
  expect(cutsOn(m, 'Lid')).toEqual(['blade 6° from square (84° from the board)'])
  expect(cutsOn(m, 'Strip')).toEqual(['blade 6° from square (84° from the board)'])
  // The lid's underside over the inside of the front, 19 3/4 before the strip.
  const s = (12 * Math.PI) / 180
  expect(inches(of(m, 'Front').width)).toBeCloseTo(11.25 + 0.75 - 19.75 * Math.tan(s) - 0.75 / Math.cos(s), 9)
  expect(inches(of(m, 'Left side').width)).toBeCloseTo(11.25, 9)
  const hinge = m.project.hardware[0]!
  const swing = hinge.kind === 'hinge' && drain(swingSteps(m, hinge, await testKernel()))
  expect(swing).toMatchObject({ angle: null })
  const alike = findAlike(m).map((a) => [a.name, a.instances.length, a.mirrored])
  expect(alike).toContainEqual(['Left side, Right side', 2, 1])
})

test('the potting stool: legs through an eight-sided seat, a foot ring through the legs', async () => {
  const m = load('potting-stool.json')
  expect(of(m, 'Leg').length).toBeCloseTo(470, 9)
  expect(of(m, 'Foot ring').length).toBeCloseTo(2 * 140, 9)
  expect(findAlike(m).map((a) => a.instances.length)).toEqual([1, 4, 1])
  const ring = m.resolved.instances.find((i) => i.name === 'Foot ring')!
  // One corner is clipped, and that is repeated round the middle.
  expect(m.features(ring).filter((f) => f.kind === 'saw')).toHaveLength(4)
  const flats = 2 * (140 - 18)
  // Between flats an eight-sided figure has 2 (√2 − 1) of their square; tabs with their reliefs beside.
  const bare = (2 * (Math.SQRT2 - 1) * flats * flats - (Math.PI / 4) * (flats - 90) ** 2) * 18
  const tabs = (await testKernel()).shape(m.recipe(ring)).volume - bare
  expect(tabs / (4 * 40 * 18 * 18)).toBeGreaterThan(0.9)
  expect(tabs / (4 * 40 * 18 * 18)).toBeLessThan(1)
})

test('the tool box: a lid on knuckles opens as far as it is to, about a pin that is listed', async () => {
  const m = load('tool-box.json')
  const hinge = m.project.hardware[0]!
  const swing = hinge.kind === 'hinge' && drain(swingSteps(m, hinge, await testKernel()))
  expect(swing).toMatchObject({ angle: null })
  expect(hardwareList(m)).toEqual([
    { name: 'Hinge pin ⌀ 4 × 360', quantity: 1, where: 'in joints', note: '' },
  ])
  // The lid reaches over the back, and 6 over the front.
  expect(of(m, 'Lid').width).toBeCloseTo(190 + 6, 9)
  expect(findAlike(m).map((a) => [a.name, a.instances.length])).toContainEqual(['Left end, Right end', 2])
})

test('the bee hotel: the perch’s pegs have their holes, the insert is listed', () => {
  const m = load('bee-hotel.json')
  const [body, perch] = ['Body', 'Perch'].map((n) => m.resolved.instances.find((i) => i.name === n)!)
  const data = <D>(i: (typeof m.resolved.instances)[number], step: string) =>
    m.features(i).find((f) => f.step === step)!.data as D
  const holes = data<Bore>(body!, 'w11')
  expect(holes.at).toHaveLength(2)
  expect(inches(holes.diameter)).toBeCloseTo(3 / 8, 9)
  const pegs = data<{ at: readonly Vec3[] }>(perch!, 'w12').at.map((p) => toRoom(perch!.frame, p))
  holes.at.forEach((h) => {
    const at = toRoom(body!.frame, h)
    // Across and up the same, to and fro the peg's length apart.
    expect(pegs.some((p) => Math.hypot(p[0] - at[0], p[2] - at[2]) < 1e-6)).toBe(true)
  })
  expect(hardwareList(m).map((h) => h.name)).toContain('Threaded insert 1/4-20')
})

test('the seed-packet drawers: three alike, evenly spaced, nothing of them left over', () => {
  const m = load('seed-packet-drawers.json')
  const gap = (262 - 2 * 10 - 3 * 72) / 4
  m.resolved.groups[0]!.boxes.forEach((b, k) => expect(b.min[2]).toBeCloseTo(10 + gap + k * (72 + gap), 9))
  // Between the front and the end of the drawer, and into the front up to its lap.
  expect(of(m, 'Drawer side').length).toBeCloseTo(190 - 8 - 4 - 2 - 8 + (8 - 2), 9)
  expect(of(m, 'Drawer back').length).toBeCloseTo(288 - 20 - 2, 9)
  expect(of(m, 'Drawer bottom').length).toBeCloseTo(288 - 20 - 2 - 16 + 2 * (3 - 0.3), 9)
  expect(findAlike(m).map((a) => [a.name, a.instances.length, a.mirrored])).toEqual([
    ['Left side, Right side', 2, 0],
    ['Top, Bottom', 2, 0],
    ['Back', 1, 0],
    ['Drawer front', 3, 0],
    ['Drawer side, Drawer side right', 6, 3],
    ['Drawer back', 3, 0],
    ['Drawer bottom', 3, 0],
    ['Long divider', 6, 0],
    ['Cross divider', 3, 0],
  ])
})

test('every demo comes with the picture that is drawn of it', async () => {
  const kernel = await testKernel()
  expect(FILES.length).toBeGreaterThan(5)
  for (const name of FILES) {
    const kept = new URL(`pictures/${name.replace('.json', '.txt')}`, DEMOS)
    expect(readFileSync(kept, 'utf8')).toBe(thumbnailOf(load(name), kernel))
  }
})

test('what resolve prints tells groups, hardware, and how what leans stands', () => {
  const drawers = resolveReport(load('seed-packet-drawers.json'))
  expect(drawers.groups).toMatchObject([{ name: 'Drawer', boxes: [{}, {}, {}] }])
  expect(drawers.hardware).toContainEqual({
    name: 'Turned knob 20 mm',
    quantity: 3,
    where: 'on Drawer front',
  })
  const lid = resolveReport(load('cold-frame.json')).pieces.find((p) => p.name === 'Lid')!
  const s = Math.sin((12 * Math.PI) / 180)
  expect(lid.frame?.z).toEqual([0, expect.closeTo(-s, 12), expect.closeTo(Math.sqrt(1 - s * s), 12)])
  expect(lid.because.width).toBe('Lid · width 22')
  expect(lid.work).toEqual([
    'Bevel edge 2: blade 6° from square (84° from the board), cut at 22 from edge 1 on the face, cut ' +
      'at 21 59/64 from edge 1 on the back — for Strip',
    // Its drip groove.
    'Groove 1/8 wide, 1/8 deep, 3/8 from edge 1, on the back',
  ])
})

test('the bee hotel: 21 wide and 12 narrow holes, none of them through, and a slot to hang it by', () => {
  const m = load('bee-hotel.json')
  const body = m.features(of(m, 'Body'))
  const rows = body.filter((f) => f.kind === 'bore' && ['w1', 'w2'].includes(f.step ?? ''))
  const bores = rows.map((f) => f.data as Bore)
  const round = (mm: number) => Number(inches(mm).toFixed(9))
  expect(bores.map((b) => [b.at.length, round(b.diameter), round(b.depth)])).toEqual([
    [21, 5 / 16, 2.75],
    [12, 3 / 16, 2.25],
  ])
  // Seven rows 1 1/8 apart about the middle of 11: the lowest 5.5 − 3 × 1.125 up.
  const up = bores[0]!.at.map((p) => inches(p[0]))
  expect(Math.min(...up)).toBeCloseTo(2.125, 9)
  expect(Math.max(...up)).toBeCloseTo(8.875, 9)
  // The slot's middle is 2 from the top, which a screw holds through the roof.
  const slot = body.find((f) => f.kind === 'recess')!.data as Recess
  expect(slot.middle.map(round)).toEqual([9, 1.75, 0])
  const row = cutList(m).rows.find((r) => r.name === 'Body')!
  expect(row.work).toContain('37 holes, 1 slot, 1 arch, 1 recess')
})

test('the barrow wheel: a rim less six openings, an axle, a crank about another axis', async () => {
  const m = load('barrow-wheel.json')
  const kernel = await testKernel()
  const volume = (name: string) => kernel.shape(m.recipe(of(m, name))).volume
  // A rim of ⌀ 320 × 40 with 8 × 8 taken off both its edges; six parts of a ring, r 46 to 128.
  const rim = Math.PI * 160 ** 2 * 24 + 2 * ((Math.PI * 8 * (160 ** 2 + 160 * 152 + 152 ** 2)) / 3)
  const hub = Math.PI * 12.5 ** 2 * 40
  const share = volume('Wheel') / (rim - hub)
  expect(share).toBeGreaterThan(0.5)
  const opening = (rim - hub - volume('Wheel')) / 6 / 40 / ((128 ** 2 - 46 ** 2) / 2)
  expect((opening * 180) / Math.PI).toBeCloseTo(40, 0)
  const crank = Math.PI * 28 ** 2 * 30
  expect(volume('Crank')).toBeGreaterThan(crank + Math.PI * 81 * 110)
  // The axle: its head with both edges taken off, its shaft, less the six-sided recess 16 across its flats.
  const cone = (h: number, a: number, b: number) => (Math.PI * h * (a * a + a * b + b * b)) / 3
  const axle = 2 * cone(3, 22, 25) + Math.PI * 25 ** 2 * 14 + Math.PI * 12 ** 2 * 130
  expect(volume('Axle pin') / (axle - 6 * 64 * Math.tan(Math.PI / 6) * 8)).toBeCloseTo(1, 3)
  // The shaft: square up to 300, an octagon 32 across its flats from 330 on, made 28 at its end.
  const eight = (w: number) => 2 * (Math.SQRT2 - 1) * w * w
  const grip = (130 / 6) * (eight(32) + 4 * eight(30) + eight(28))
  // From the square to the octagon along rays: less than the one, more than the other.
  const between = volume('Shaft') - 45 * 45 * 300 - grip
  expect(between).toBeGreaterThan(30 * eight(32))
  expect(between).toBeLessThan(30 * 45 * 45)
  const called = m.features(of(m, 'Axle pin')).map((f) => f.kind)
  expect(called).toEqual(['turn', 'recess', 'thread'])
})

test('the seed hopper: walls of 8 square to their slope, less panels, its spout in the base', async () => {
  const m = load('seed-hopper.json')
  const kernel = await testKernel()
  const hopper = of(m, 'Hopper')
  const slope = (120 - 60) / 2 / (186 - 40)
  const across = 8 * Math.hypot(1, slope)
  const prismatoid = (h: number, a: number, b: number) => (h / 3) * (a * a + a * b + b * b)
  const outer = 60 * 60 * 40 + prismatoid(146, 60, 120)
  // Within, the slope begins where both walls of 8 meet, above where it does outside.
  const meets = 40 + (across - 8) / slope
  const inner = 44 * 44 * meets + prismatoid(186 - meets, 44, 120 - 2 * across)
  // Panels 3 deep in four slopes, 12 in from the outline of each, its legs slanting; corners r 3.
  const tall = Math.hypot(146, 30)
  const leg = Math.hypot(1, 30 / tall)
  const wide = (up: number) => 60 + (60 * up) / tall - 2 * 12 * leg
  const panel = ((wide(12) + wide(tall - 12)) / 2) * (tall - 24) - (4 - Math.PI) * 9
  // Where it narrows to its spout it is not bulged, so the shells of its sides leave a little more.
  const share = (kernel.shape(m.recipe(hopper)).volume + 4 * 3 * panel) / (outer - inner)
  expect(share).toBeGreaterThanOrEqual(1)
  expect(share).toBeLessThan(1.012)
  expect(hopper.box.min[2]).toBeCloseTo(of(m, 'Base').box.max[2] - 6, 9)
})

test('the edging blocks: round a knob in its socket, the least gap is the clearance', () => {
  const m = load('edging-blocks.json')
  const [first, second] = m.resolved.instances
  /** What is sawn on the face, along and across in the room; each piece lies along it. */
  const sawn = (i: typeof first, keeps: string) =>
    m
      .features(i!)
      .map((f) => f.data as Shaped)
      .filter((d) => d.keeps === keeps && d.face === 'face')
      .flatMap((d) => d.paths[0]!.segments)
      .flatMap((s) => [...cornersOf(s, 1e-4), s.to])
      .map(([u, v]) => [u + i!.box.min[0], v] as const)
  const body = 270
  const knob = sawn(first, 'inside').filter(([u]) => u > body + 1e-6)
  const socket = sawn(second, 'outside').filter(([u]) => u > body + 0.8 - 1e-6)
  const apart = knob.map(([u, v]) => Math.min(...socket.map(([a, b]) => Math.hypot(a - u, b - v))))
  expect(knob.length).toBeGreaterThan(100)
  expect(Math.min(...apart)).toBeCloseTo(0.8, 3)
  // Nowhere much wider either, but where the straights of the neck are told by their ends alone.
  const round = knob.filter(([u]) => u > body + 18)
  for (const [u, v] of round)
    expect(Math.min(...socket.map(([a, b]) => Math.hypot(a - u, b - v)))).toBeCloseTo(0.8, 2)
})

test('the trug handle: as long as its straights and arcs, its holes along its ends', () => {
  const m = load('trug-handle.json')
  const handle = of(m, 'Handle')
  const { data } = m.features(handle)[0] as Feature<Bend>
  expect(data.long).toBeCloseTo(190 + 80 + 190 + 2 * 110 * ((80 * Math.PI) / 180), 9)
  expect(cutList(m).rows.find((r) => r.name === 'Handle')).toMatchObject({ width: 16, thickness: 16 })
  for (const name of ['Left rail', 'Right rail']) {
    const rail = of(m, name)
    const [hole, mortise] = m.features(rail) as [Feature<Bore>, Feature<Seat>]
    expect(leanOf(hole.data)).toBeCloseTo(10, 6)
    expect(hole.data.diameter).toBe(16)
    // The hoop is a strip of 6 × 16, with 0.2 of room all round.
    const { face, frames, thick, wide } = mortise.data
    expect([thick, wide]).toEqual([6.4, 16.4])
    expect(leanOf({ face, along: frames[0]!.z })).toBeCloseTo(10, 6)
  }
})

test('the heron plaque: a shield of two radii as wide as itself, its sketch in the file to scale', () => {
  const m = load('heron-plaque.json')
  const { data } = m.features(of(m, 'Plaque')).find((f) => f.kind === 'shape') as Feature<Shaped>
  const [low, high] = extentOf(data.paths[0]!.segments)
  expect([high[0] - low[0], high[1] - low[1]].map((x) => Number(x.toFixed(3)))).toEqual([
    Number((90 + 100 * Math.sqrt(3)).toFixed(3)),
    200,
  ])
  const [picture] = m.project.pictures
  const step = (m.project.pieces[0] as { work: Array<{ outline?: Outline }> }).work[0]!
  expect(step.outline!.picture).toMatchObject({ of: picture!.id, scale: 0.5, locked: true })
  expect(picture!.wide * 0.5).toBe(240)
})

test('the seed hopper: every peg of its base stands in a hole of the bin, as wide and deeper', () => {
  const m = load('seed-hopper.json')
  const [base, bin] = [of(m, 'Base'), of(m, 'Bin lid')]
  const at = (i: typeof base, kind: string) => {
    const { data } = m.features(i).find((f) => f.kind === kind) as Feature<Bore & Pegs>
    return { data, places: data.at.map((p) => toRoom(i.frame, p).map((x) => Number(x.toFixed(6)))) }
  }
  const [pegs, holes] = [at(base, 'peg'), at(bin, 'bore')]
  expect(pegs.places).toHaveLength(4)
  const flat = (all: number[][]) => all.map(([x, y]) => `${x},${y}`).sort()
  expect(flat(holes.places)).toEqual(flat(pegs.places))
  expect(holes.data.diameter).toBe(pegs.data.diameter)
  expect(holes.data.depth).toBeGreaterThan(pegs.data.height)
  // The bin comes up to where the pegs begin.
  expect(bin.box.max[2]).toBeCloseTo(base.box.min[2] + pegs.data.height, 9)
})
