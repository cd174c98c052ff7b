/** A profile that a maker routs along the edges of a face, with a bit of the rack. */
import { BIT_SHAPES } from '../../rack'
import { SIX } from '../onface'
import { CannotMake, type StepInput, type OwnDefinition, type Wood } from '../own'
import { faceUnder, imageOfRun, noRim, passesTo, runInto, runOn, sayRun } from '../runs'
import { cutAt } from '../tool'
import type { Rout } from './rout'
import { presets } from './presets'

function resolve({ face, on, sides, values, chosen, say, bit }: StepInput, wood: Wood): Rout | CannotMake {
  const { name } = wood
  if (on?.round) return noRim(on, name)
  if (!bit) return new CannotMake(`Choose a bit for what is routed on ${name}`)
  const { cutter } = bit
  if (!cutter) return new CannotMake(`The bit ${bit.bit.name} cuts nothing: ${bit.why}`)
  const depth = values.depth ?? cutter.length
  if (depth <= 0)
    return CannotMake.of('depth', `The bit goes no deeper than the face of ${name}; set it lower`)
  const off = cutter.bearing ?? cutter.radius - (values.inward ?? cutter.radius)
  const run = runOn(
    {
      face,
      sides,
      loops: sides.length > 0 ? 'outside' : (chosen('loops') as 'all'),
      holes: chosen('bores') === 'too',
      sharp: false,
      off,
      profile: cutter.profile,
      depth,
      short: [Math.max(0, values.start ?? 0), Math.max(0, values.stop ?? 0)],
    },
    wood,
    on !== null,
  )
  const widest = Math.max(...cutAt(run).map(([r]) => r))
  if (widest - off <= 1e-9)
    return new CannotMake(`Set ${say(depth)} deep, the bit ${bit.bit.name} takes nothing off ${name}`, 'look')
  return {
    makes: BIT_SHAPES[bit.bit.shape]!.makes,
    bit: bit.bit.name,
    face,
    says: on ? `all round ${on.says}` : sayRun(run),
    ...(on && { on }),
    depth,
    inward: widest - off,
    passes: passesTo(depth, cutter.bite),
    speed: cutter.speed,
    length: cutter.length,
    corner: off,
    run,
  }
}

export const own: OwnDefinition<Rout> = {
  title: 'Router profile',
  faces: SIX,
  runs: true,
  seated: true,
  bit: true,
  measures: {
    depth: { label: 'Depth below face', placeholder: 'full profile' },
    inward: { label: 'Cut width', placeholder: 'half its diameter' },
    start: { label: 'Stop at start', placeholder: '0', text: '0' },
    stop: { label: 'Stop at end', placeholder: '0', text: '0' },
  },
  choices: {
    loops: { label: 'Path', values: { all: 'all round', outside: 'outside', inside: 'openings' } },
    bores: { label: 'Round holes', values: { left: 'left out', too: 'routed too' } },
  },
  hiddenFields: (_, bit) => (bit?.cutter && bit.cutter.bearing !== null ? ['inward'] : []),
  hiddenChoices: ({ loops }) => (loops === 'outside' ? ['bores'] : []),
  starts: () => ({ fields: {}, options: {} }),
  first: () => ['depth', 'inward', 'start', 'stop', 'loops'],
  presets,
  roles: [],
  resolve,
  carry: (r, from, to) => {
    const run = runInto(to.frame, from, r.run)
    return { ...r, run, face: faceUnder(run), says: r.on ? r.says : sayRun(run) }
  },
  flats: () => [],
  mirrored: imageOfRun,
}
