/** A panel’s width through the year and a shelf’s sag under loads: what charts of the two show. */
import type { Mm } from '../measure'
import type { Model } from '../model'
import type { Instance } from '../resolve'
import { neighboursIn } from './check'
import { growth, roomOf } from './pieces/movement'
import { loadIn, shelfOf } from './pieces/sag'
import { sagOf, type Panel, type ShelfReport } from './year'

/** Narrower than this nobody looks. */
const NARROW: Mm = 60

/** The first of each piece that moves; what is held at both edges before the rest, the widest first. */
export function panelsIn(model: Model): Panel[] {
  const near = neighboursIn(model)
  return firsts(model)
    .flatMap((i): Panel[] => {
      const grows = growth(i, model)
      if (grows === null || i.width < NARROW) return []
      const { species, cut } = model.resolved.byId.get(i.piece)!.stock!.stock
      const room = roomOf(i, near.get(i.key) ?? [], model)?.room ?? null
      return [{ key: i.key, name: i.name, width: i.width, species, cut, grows, room }]
    })
    .sort((a, b) => Number(b.room !== null) - Number(a.room !== null) || b.width - a.width)
}

/** The first of each piece that is a shelf, the one that comes nearest to its limit first. */
export function shelvesIn(model: Model): ShelfReport[] {
  const near = neighboursIn(model)
  const load = loadIn(model)
  return firsts(model)
    .flatMap((i): ShelfReport[] => {
      const shelf = shelfOf(i, near.get(i.key) ?? [], model)
      if (!shelf) return []
      const stock = model.resolved.byId.get(i.piece)!.stock!.stock.name
      const most = shelf.span / model.resolved.limits.sag
      return [{ ...shelf, key: i.key, name: i.name, stock, load, sag: sagOf(shelf, load), most }]
    })
    .sort((a, b) => b.sag / b.most - a.sag / a.most)
}

const firsts = (model: Model): Instance[] => model.resolved.pieces.flatMap((p) => p.instances.slice(0, 1))
