/**
 * Ratios, each measured in one run on one machine. `npm run bench`. Goals are printed beside what was found.
 */
import { all, create } from 'mathjs'
import { change, execute, onFace, Outline, type Project } from '../core/document'
import { solveOutline } from '../core/outline'
import { evaluate, lengthOf, parse } from '../core/measure'
import { findAlike } from '../core/cuts'
import { findContacts } from '../core/joints'
import { modelOf, Modeller, type Model } from '../core/model'
import { DrawnBefore, drawView, FRONT, PICTORIAL, planSheets, RIGHT, TOP, type Solid } from '../core/plans'
import { ofPiece } from '../core/plans/hidden/view'
import { CHECKS, lookOver, Proof } from '../core/proof'
import { cutsOf, drain, loadKernel, Kernel } from '../core/solid'
import { block, make } from '../core/testing/scenario'
import { drawPlainly } from '../core/testing/lines'
import { MIXED, wall } from '../core/testing/wall'

const ms = (work: () => void): number => {
  const start = performance.now()
  work()
  return performance.now() - start
}
/** The best of several runs: what the machine can do when nothing else is going on. */
const best = (times: number, work: () => void): number =>
  Math.min(...Array.from({ length: times }, () => ms(work)))
const say = (what: string, found: string, goal: string, ok: boolean) =>
  console.log(`${ok ? 'met ' : 'MISS'}  ${what}: ${found} (goal ${goal})`)

const kernel = await loadKernel()
const shapeAll = (model: Model, k: Kernel) => {
  for (const i of model.resolved.instances) k.shape(model.recipe(i))
}
const { Manifold } = kernel.wasm
const project = wall(20)
const pieces = project.pieces.length

const whole = () => {
  const fresh = new Kernel(kernel.wasm)
  const model = modelOf(project)
  for (const i of model.resolved.instances) fresh.shape(model.recipe(i))
}
const recipes = (() => {
  const model = modelOf(project)
  if (lookOver(model).length > 0) throw new Error(lookOver(model)[0]!.says)
  return model.resolved.instances.map((i) => model.recipe(i))
})()
const bare = () => {
  for (const recipe of recipes) {
    const { size } = recipe.blank
    const blank = Manifold.cube([...size])
    const tools = cutsOf(recipe)
      .flatMap((c) => c.tools)
      .map((b) => {
        if (b.kind !== 'box') throw new Error('the wall has nothing but blocks cut from it')
        const cube = Manifold.cube([b.max[0] - b.min[0], b.max[1] - b.min[1], b.max[2] - b.min[2]])
        const tool = cube.translate([...b.min])
        cube.delete()
        return tool
      })
    const solid = tools.length ? Manifold.difference([blank, ...tools]) : blank
    solid.getMesh()
    solid.volume()
    for (const m of new Set([blank, solid, ...tools])) m.delete()
  }
}
// Warm both, then take turns, so that neither has the better moment.
const turns = Array.from({ length: 18 }, () => [ms(whole), ms(bare)] as const).slice(6)
const [wholeMs, bareMs] = [Math.min(...turns.map((t) => t[0])), Math.min(...turns.map((t) => t[1]))]
say(
  `full rebuild of ${pieces} pieces against the bare solid calls`,
  `${(wholeMs / bareMs).toFixed(2)}× (${wholeMs.toFixed(0)} ms to ${bareMs.toFixed(0)} ms)`,
  'at most 1.5×',
  wholeMs / bareMs <= 1.5,
)

const modeller = new Modeller()
const warm = new Kernel(kernel.wasm)
let now = project
const edit = (n: number) => {
  const done = execute(
    now,
    change.setFact({ id: 's7_3', direction: 'up', fact: 'start', text: String(700 + (n % 90)) + '.' + n }),
  )
  if (!done.ok) throw new Error(done.why)
  now = done.project
  const model = modeller.model(now)
  for (const i of model.resolved.instances) warm.shape(model.recipe(i))
}
edit(0)
let n = 1
const editMs = best(20, () => edit(n++))
say(
  'moving one shelf against the full rebuild',
  `${((100 * editMs) / wholeMs).toFixed(1)} % (${editMs.toFixed(1)} ms)`,
  'at most 5 %',
  editMs / wholeMs <= 0.05,
)

const yard = wall(50, (k) => MIXED[k % MIXED.length]!)
const yardModel = modelOf(yard)
if (lookOver(yardModel).length > 0) throw new Error(lookOver(yardModel)[0]!.says)
const size = `${yard.pieces.length} pieces with ${yard.joints.length} joints`
const yardWhole = best(3, () => shapeAll(modelOf(yard), new Kernel(kernel.wasm)))
const yardShapes = best(3, () => shapeAll(yardModel, new Kernel(kernel.wasm)))
const yardModeller = new Modeller()
const yardKernel = new Kernel(kernel.wasm)
let moved = yard
const move = (n: number) => {
  const done = execute(
    moved,
    change.setFact({ id: 's7_3', direction: 'up', fact: 'start', text: String(700 + (n % 40)) + '.' + n }),
  )
  if (!done.ok) throw new Error(done.why)
  moved = done.project
  shapeAll(yardModeller.model(moved), yardKernel)
}
move(0)
let step = 1
const moveMs = best(15, () => move(step++))
say(
  `moving one of ${size} against the full rebuild`,
  `${((100 * moveMs) / yardWhole).toFixed(1)} % (${moveMs.toFixed(1)} ms to ${yardWhole.toFixed(0)} ms)`,
  'at most 5 %',
  moveMs / yardWhole <= 0.05,
)
let contacts = 0
const contactMs = best(5, () => void (contacts = findContacts(yardModel.resolved.instances).length))
say(
  `finding all ${contacts} contacts of ${size} against shaping the solids`,
  `${(contactMs / yardShapes).toFixed(2)} of it (${contactMs.toFixed(0)} ms to ${yardShapes.toFixed(0)} ms)`,
  'less',
  contactMs < yardShapes,
)

/** The same search of a model done whole, and done again after one piece was moved. */
function afterOneEdit(
  what: string,
  whole: (fresh: Model) => void,
  again: (model: Model) => void,
  goal = 5,
  /** What is there already when it is done again. */
  ready: (model: Model) => void = () => {},
): void {
  const modeller = new Modeller()
  let at = yard
  again(modeller.model(at))
  const wholeMs = Math.min(...[modelOf(yard), modelOf(yard), modelOf(yard)].map((m) => ms(() => whole(m))))
  let least = Infinity
  for (let n = 0; n < 12; n++) {
    const done = execute(
      at,
      change.setFact({ id: 's7_3', direction: 'up', fact: 'start', text: `${700 + n}.5` }),
    )
    if (!done.ok) throw new Error(done.why)
    at = done.project
    const model = modeller.model(at)
    ready(model)
    least = Math.min(
      least,
      ms(() => again(model)),
    )
  }
  say(
    `${what} after moving one of ${size} against doing it whole`,
    `${((100 * least) / wholeMs).toFixed(1)} % (${least.toFixed(1)} ms to ${wholeMs.toFixed(0)} ms)`,
    `at most ${goal} %`,
    least / wholeMs <= goal / 100,
  )
}
const clash = CHECKS.find((c) => c.id === 'clash')!
const clashes = clash.memory()
afterOneEdit(
  'looking for clashes',
  (m) => void drain(clash.find(m, yardKernel, clash.memory())),
  (m) => void drain(clash.find(m, yardKernel, clashes)),
)
afterOneEdit('finding alike pieces', findAlike, findAlike)

// All checks once, with the solids at hand; and again after one edit.
const proving = best(3, () => void drain(new Proof().find(modelOf(yard), yardKernel)))
say(
  `all checks of ${size} against shaping the solids`,
  `${(proving / yardShapes).toFixed(2)} of it (${proving.toFixed(0)} ms to ${yardShapes.toFixed(0)} ms)`,
  'at most 1.5',
  proving <= 1.5 * yardShapes,
)
const kept = new Proof()
afterOneEdit(
  'all checks',
  (m) => void drain(new Proof().find(m, yardKernel)),
  (m) => void drain(kept.find(m, yardKernel)),
  10,
  (m) => shapeAll(m, yardKernel),
)

/** All views of a project's sheets, drawn by one way or the other. */
const VIEWS = [FRONT, TOP, RIGHT, PICTORIAL]
function solidsOf(model: Model): Solid[] {
  return model.resolved.instances.map((i) => ({ shape: yardKernel.shape(model.recipe(i)), frame: i.frame }))
}
const drawSheets = (solids: readonly Solid[], draw: typeof drawView) => {
  for (const view of VIEWS) draw(solids, view, { hidden: view === FRONT })
  for (const solid of solids)
    for (const view of [FRONT, TOP, RIGHT]) draw([solid], ofPiece(view, solid.frame), { hidden: true })
}
const drawn = solidsOf(modelOf(wall(20, (k) => MIXED[k % MIXED.length]!)))
const plainlyMs = best(1, () => drawSheets(drawn, drawPlainly))
const quickMs = best(2, () => drawSheets(drawn, drawView))
say(
  `hidden lines of all plan sheets of ${drawn.length} pieces against every triangle asked by itself`,
  `${(plainlyMs / quickMs).toFixed(1)} times faster (${quickMs.toFixed(0)} ms to ${plainlyMs.toFixed(0)} ms)`,
  '5 times',
  plainlyMs / quickMs >= 5,
)
const sheeted = wall(20)
const drawnBefore = new DrawnBefore()
const allSheets = (project: Project, before: DrawnBefore) => {
  let sheets = 0
  for (const _ of planSheets(modelOf(project), yardKernel, before)) sheets++
  return sheets
}
const setMs = best(1, () => void allSheets(sheeted, drawnBefore))
let turn = 0
const redrawnMs = best(4, () => {
  const edit = change.adjust({
    sheet: `piece ${sheeted.pieces[0]!.id}`,
    of: 'size 0',
    says: '',
    changes: { after: `${++turn}` },
  })
  const done = execute(sheeted, edit)
  if (done.ok) allSheets(done.project, drawnBefore)
})
say(
  `all sheets of ${sheeted.pieces.length} pieces drawn again after a dimension was reworded`,
  `${((100 * redrawnMs) / setMs).toFixed(1)} % (${redrawnMs.toFixed(0)} ms to ${setMs.toFixed(0)} ms)`,
  'at most 10 %',
  redrawnMs <= 0.1 * setMs,
)
const sized = [1, 4, 16, 40].map((cases) => solidsOf(modelOf(wall(cases))))
for (const view of VIEWS) {
  const times = sized.map((solids) => best(4, () => void drawView(solids, view, { hidden: false })))
  const exponent = Math.log(times.at(-1)! / times[0]!) / Math.log(sized.at(-1)!.length / sized[0]!.length)
  say(
    `${view.name.toLowerCase()} view, growth from ${sized[0]!.length} to ${sized.at(-1)!.length} pieces`,
    `exponent ${exponent.toFixed(2)} (${times.map((t) => t.toFixed(1)).join(', ')} ms)`,
    'at most 1.15',
    exponent <= 1.15,
  )
}

const expressions = [
  'W / 2',
  'W - 2 * T',
  '(W - 2 * T) / 3 + 12',
  'max(W, H) - sqrt(W * W + H * H)',
  'W * sin(30) + H * cos(60) - 3',
  'abs(T - 19) * 4 + min(W, H, 200)',
]
const names: Record<string, number> = { W: 800, H: 1200, T: 19 }
const math = create(all!)
const theirs = expressions.map((e) =>
  math.compile(e.replace('sin(30)', 'sin(30 deg)').replace('cos(60)', 'cos(60 deg)')),
)
const units: Record<string, unknown> = Object.fromEntries(
  Object.entries(names).map(([k, v]) => [k, math.unit(v, 'mm')]),
)
const theirText = [
  'W / 2',
  'W - 2 * T',
  '(W - 2 * T) / 3 + 12 mm',
  'max(W, H) - sqrt(W * W + H * H)',
  'W * sin(30 deg) + H * cos(60 deg) - 3 mm',
  'abs(T - 19 mm) * 4 + min(W, H, 200 mm)',
]
const theirUnits = theirText.map((e) => math.compile(e))
const scope = {
  unit: 'mm' as const,
  name: (k: string) => (k in names ? lengthOf(names[k]!) : undefined),
  ref: () => undefined,
}
const ours = expressions.map((e) => parse(e))
const rounds = 4000
const run = (f: () => void) =>
  best(5, () => {
    for (let i = 0; i < rounds; i++) f()
  })
const oursMs = run(() => ours.forEach((e) => evaluate(e, scope)))
const unitsMs = run(() => theirUnits.forEach((e) => void e.evaluate(units)))
const plainMs = run(() => theirs.forEach((e) => void e.evaluate(names)))
say(
  'evaluating parsed expressions with units against mathjs with units',
  `${(unitsMs / oursMs).toFixed(1)} times faster`,
  '5 times',
  unitsMs / oursMs >= 5,
)
console.log(`      (mathjs without units, which checks nothing: ${(plainMs / oursMs).toFixed(1)} times)`)
const fewer = 200
const parseOurs = best(3, () => {
  for (let i = 0; i < fewer; i++) expressions.forEach((e) => evaluate(parse(e), scope))
})
const parseTheirs = best(3, () => {
  for (let i = 0; i < fewer; i++) theirText.forEach((e) => void math.evaluate(e, units))
})
say(
  'reading and evaluating the same texts against mathjs',
  `${(parseTheirs / parseOurs).toFixed(1)} times faster`,
  '5 times',
  parseTheirs / parseOurs >= 5,
)

// An outline of 40 points, pinned by lengths and angles and a little off, against one boolean.
const ringOf40 = () => {
  const n = 40
  const at = (k: number): [number, number] => {
    const [turn, r] = [(k / n) * 2 * Math.PI, 200 + 40 * (k % 2)]
    return [300 + r * Math.cos(turn), 300 + r * Math.sin(turn)]
  }
  const values: Record<string, number> = { f900: at(0)[0], f901: at(0)[1] }
  const place = (id: string, way: 'along' | 'across') => ({ id, kind: 'place', of: ['p0'], way, value: '0' })
  const facts = Array.from({ length: n - 1 }, (_, k) => {
    const [u, v] = [at(k + 1)[0] - at(k)[0], at(k + 1)[1] - at(k)[1]]
    values[`f${k}`] = (Math.atan2(v, u) * 180) / Math.PI
    values[`f${100 + k}`] = Math.hypot(u, v)
    return [
      { id: `f${k}`, kind: 'angle', of: [`e${k}`], value: '0' },
      { id: `f${100 + k}`, kind: 'distance', of: [`e${k}`], value: '0' },
    ]
  }).flat()
  const all = Array.from({ length: n }, (_, k) => k)
  const outline = Outline.parse({
    points: Object.fromEntries(
      all.map((k) => [`p${k}`, [at(k)[0] + Math.sin(7 * k), at(k)[1] + Math.cos(5 * k)]]),
    ),
    edges: all.map((k) => ({ id: `e${k}`, kind: 'line', from: `p${k}`, to: `p${(k + 1) % n}` })),
    facts: [place('f900', 'along'), place('f901', 'across'), ...facts],
  })
  return { outline, values }
}
const forty = ringOf40()
const solving = best(30, () => void solveOutline(forty.outline, forty.values, [600, 600]))
const oneBoolean = best(30, () => {
  const [a, b] = [Manifold.cube([600, 600, 20]), Manifold.cylinder(40, 100, 100, 64)]
  const cut = a.subtract(b)
  cut.numTri()
  for (const m of [a, b, cut]) m.delete()
})
say(
  'an outline of 40 points solved',
  `${solving.toFixed(1)} ms, ${(solving / oneBoolean).toFixed(1)} times one boolean`,
  '10 ms',
  solving < 10,
)

// A board with a chain of 30 holes and 10 channels, each a step of its own.
const chain = (last: string) =>
  modelOf(
    make([
      ...block('a', 'right-up', [0, 1200], [0, 200], [0, 30]),
      ...Array.from({ length: 40 }, (_, k) => {
        const at = String(20 + 28 * k)
        const hole = k % 4 < 3
        return change.addStep({
          on: 'a',
          step: {
            id: `w${k}`,
            kind: hole ? 'bore' : 'channel',
            off: false,
            at: onFace('face'),
            fields: hole
              ? { along: k === 38 ? last : at, across: '100', diameter: '8' }
              : { place: at, width: '6', depth: '10' },
            options: hole ? {} : { run: 'across' },
          },
        })
      }),
    ]),
  )
const chained = chain('1084')
const chainTools = chained.resolved.instances.flatMap((i) =>
  cutsOf(chained.recipe(i)).flatMap((c) => c.tools),
)
const bareChain = () => {
  const made = chainTools.map((t) => {
    if (t.kind === 'box') {
      const cube = Manifold.cube([t.max[0] - t.min[0], t.max[1] - t.min[1], t.max[2] - t.min[2]])
      return cube.translate([...t.min])
    }
    if (t.kind !== 'drill') throw new Error('the chain has nothing but holes and channels')
    const rod = Manifold.cylinder(t.depth, t.radius, t.radius, 20)
    return rod.translate([t.at[0], t.at[1], t.at[2] - t.depth])
  })
  const board = Manifold.cube([1200, 200, 30])
  const left = Manifold.difference([board, ...made])
  left.getMesh()
  left.volume()
  for (const m of [board, left, ...made]) m.delete()
}
const chainTurns = Array.from({ length: 30 }, () => {
  const fresh = new Kernel(kernel.wasm)
  return [ms(() => shapeAll(chained, fresh)), ms(bareChain)] as const
}).slice(8)
const [chainMs, bareChainMs] = [0, 1].map((k) => Math.min(...chainTurns.map((t) => t[k]!))) as [
  number,
  number,
]
say(
  '30 holes and 10 channels in one board against the bare solid calls',
  `${(chainMs / bareChainMs).toFixed(2)}× (${chainMs.toFixed(1)} ms to ${bareChainMs.toFixed(1)} ms)`,
  'at most 1.3×',
  chainMs / bareChainMs <= 1.3,
)
const lastKernel = new Kernel(kernel.wasm)
const lasts = Array.from({ length: 12 }, (_, k) => chain(String(1084 + k / 4)))
const lastMs = Math.min(...lasts.map((m) => ms(() => shapeAll(m, lastKernel))).slice(2))
say(
  'changing the last hole of 40 steps against shaping the board whole',
  `${((100 * lastMs) / chainMs).toFixed(0)} % (${lastMs.toFixed(1)} ms)`,
  'at most 10 %',
  lastMs / chainMs <= 0.1,
)

// 40 notches sawn from an edge, which look at nothing, and 40 channels across, which ask where wood begins.
const fortySteps = (kind: 'saw' | 'channel') => {
  const project = make([
    ...block('a', 'right-up', [0, 1200], [0, 200], [0, 30]),
    ...Array.from({ length: 40 }, (_, k) =>
      change.addStep({
        on: 'a',
        step: {
          id: `w${k}`,
          kind,
          off: false,
          at: onFace('face'),
          fields:
            kind === 'saw'
              ? { place: String(20 + 28 * k - 590), length: '12', rise: '10' }
              : { place: String(20 + 28 * k), width: '12', depth: '10' },
          options: kind === 'saw' ? { shape: 'notch' } : { run: 'across' },
        },
      }),
    ),
  ])
  return Math.min(
    ...Array.from({ length: 8 }, () => ms(() => shapeAll(modelOf(project), new Kernel(kernel.wasm)))),
  )
}
const [asking, silent] = [fortySteps('channel'), fortySteps('saw')]
say(
  '40 steps that ask what wood there is against 40 that do not',
  `${(asking / silent).toFixed(2)}× (${asking.toFixed(1)} ms to ${silent.toFixed(1)} ms)`,
  'at most 2×',
  asking / silent <= 2,
)

// A profile of 12 steps run over a frame of four pieces, against one boolean for each piece.
/** `stiles` of them stand side by side on its left. */
const framed = (routed: boolean, stiles = 1) => {
  const made = make([
    ...block('a', 'back-up', [0, 50], [0, 300], [0, 20]),
    ...block('b', 'back-up', [350, 50], [0, 300], [0, 20]),
    ...block('c', 'right-up', [50, 300], [0, 50], [0, 20]),
    ...block('d', 'right-up', [50, 300], [250, 50], [0, 20]),
    change.group({ id: 'g', name: 'Frame', members: ['a', 'b', 'c', 'd'] }),
    change.addBit({
      id: 't1',
      name: 'Steps',
      shape: 'own',
      fields: Object.fromEntries(
        Array.from({ length: 12 }, (_, k) => k).flatMap((k): Array<[string, string]> => [
          [`radius${k + 1}`, String(6 + Math.ceil(k / 2))],
          [`height${k + 1}`, String(Math.floor((k + 1) / 2))],
        ]),
      ),
      bearing: '12',
      shank: '8',
      bite: null,
      speed: null,
    }),
    ...(routed
      ? [
          change.addStep({
            on: 'g',
            step: {
              id: 'w1',
              kind: 'rout',
              off: false,
              at: onFace('face'),
              fields: {},
              options: { bit: 't1' },
            },
          }),
        ]
      : []),
    ...(stiles > 1
      ? [
          change.setRepeat({
            id: 'a',
            repeat: { kind: 'pitch', direction: 'across', count: String(stiles), pitch: '-60' },
          }),
        ]
      : []),
  ])
  const model = modelOf(made)
  return model.resolved.instances.map((i) => model.recipe(i))
}
// From ten members on, as then nearly all of them stand between two others.
const members = [10, 20, 40]
const growing = members.map((n) => {
  const frame = framed(true, n - 3)
  return best(4, () => {
    const fresh = new Kernel(kernel.wasm)
    for (const recipe of frame) fresh.shape(recipe)
    fresh.close()
  })
})
const perMember = Math.log(growing.at(-1)! / growing[0]!) / Math.log(members.at(-1)! / members[0]!)
say(
  `a frame routed as one, growth from ${members[0]} to ${members.at(-1)} members`,
  `exponent ${perMember.toFixed(2)} (${growing.map((t) => t.toFixed(0)).join(', ')} ms)`,
  'at most 1.2',
  perMember <= 1.2,
)
const routedFrame = framed(true)
const plainFrame = framed(false)
const rout = best(12, () => {
  const fresh = new Kernel(kernel.wasm)
  for (const recipe of routedFrame) fresh.shape(recipe)
})
const once = best(12, () => {
  for (const { blank } of plainFrame) {
    const wood = Manifold.cube([...blank.size])
    const tool = Manifold.cylinder(30, 6, 6, 32).translate([40, 20, -5])
    const left = wood.subtract(tool)
    left.getMesh()
    for (const m of [wood, tool, left]) m.delete()
  }
})
say(
  'a profile of 12 steps round a frame of four pieces against one boolean for each',
  `${(rout / once).toFixed(1)}× (${rout.toFixed(1)} ms to ${once.toFixed(1)} ms)`,
  'at most 3×',
  rout / once <= 3,
)

const settled = (): number => {
  globalThis.gc?.()
  const { heapUsed, arrayBuffers } = process.memoryUsage()
  return heapUsed + arrayBuffers
}
const small = new Kernel(kernel.wasm, 300)
const keeper = new Modeller()
const thousand = (from: number) => {
  for (let k = 0; k < 1000; k++) {
    const done = execute(
      now,
      change.setFact({ id: 's7_3', direction: 'up', fact: 'start', text: `${700 + (k % 90)}.${from + k}` }),
    )
    if (!done.ok) throw new Error(done.why)
    now = done.project
    const model = keeper.model(now)
    for (const i of model.resolved.instances) small.shape(model.recipe(i))
  }
}
thousand(0)
const [heapBefore, wasmBefore] = [
  settled(),
  (kernel.wasm as unknown as { HEAPU8?: Uint8Array }).HEAPU8?.length ?? 0,
]
thousand(5000)
const growth = (settled() - heapBefore) / 1e6
const wasmGrowth = ((kernel.wasm as unknown as { HEAPU8?: Uint8Array }).HEAPU8?.length ?? 0) - wasmBefore
say(
  'memory after 1,000 edits',
  `${growth.toFixed(1)} MB more, solid library ${(wasmGrowth / 1e6).toFixed(1)} MB more`,
  'under 10 MB',
  growth + wasmGrowth / 1e6 < 10,
)
