/** What a joint makes of its pieces: work on each, hardware, and what is wrong. */
import { faceOf, type FaceName } from '../document'
import type { Mm } from '../measure'
import {
  forCopy,
  sayLength,
  type Instance,
  type Problem,
  type Resolved,
  type ResolvedJoint,
} from '../resolve'
import type { Feature, Supply } from '../work'
import { meet, NO_OUTLINES, sayApart, TOUCHING, type Meeting, type Outlines } from './meet'

export interface Derived {
  readonly features: readonly Feature[]
  readonly problems: readonly Problem[]
  readonly supplies: readonly Supply[]
}

export class Deriving {
  readonly features: Feature[] = []
  readonly problems: Problem[] = []
  private readonly counts = new Map<string, number>()

  constructor(
    readonly joint: ResolvedJoint,
    readonly resolved: Resolved,
    /** What is left of pieces that are sawn to outlines. */
    readonly outlines: Outlines = NO_OUTLINES,
  ) {}

  say = (mm: Mm): string => sayLength(this.resolved, mm)

  /** A measure of the joint; undefined when it was left to the kind. */
  value(name: string): number | undefined {
    return this.joint.values?.[name]
  }

  /** A measure that always has a value while the joint has. */
  must(name: string): number {
    return this.joint.values![name]!
  }

  /** Why its fit cannot be: no clearance is as much as the wood itself. Null where it can, or it has none. */
  oddFit(): string | null {
    const fit = this.value('fit')
    const all = this.joint.joint.between.flatMap((_, member) => this.members(member))
    const thinnest = all.reduce<Instance | null>((a, b) => (a && a.thickness <= b.thickness ? a : b), null)
    return fit !== undefined && thinnest && Math.abs(fit) >= thinnest.thickness
      ? `A fit of ${this.say(fit)} is as much as ${thinnest.name} is thick`
      : null
  }

  members(member: number): readonly Instance[] {
    return this.resolved.byId.get(this.joint.joint.between[member]?.piece ?? '')?.instances ?? []
  }

  face(member: number): FaceName | null {
    return faceOf(this.joint.joint.between[member]?.at)
  }

  wrong(says: string, level: Problem['level'] = 'stop'): void {
    if (this.problems.some((p) => p.says === says)) return
    const { id, joint } = this.joint
    this.problems.push({
      // Told by what it says: others may come and go.
      id: `${id}:${joint.kind}:${says}`,
      level,
      says,
      joint: id,
      piece: joint.between[0]!.piece,
    })
  }

  /** Says that a member does not tell which of its faces is meant. */
  faceless(member: number): void {
    const name = this.members(member)[0]?.name ?? 'One of its pieces'
    this.wrong(`${name} has no face chosen, so its joint does nothing`)
  }

  /** Work on an instance, for the joint it has with a partner. `part` tells several apart. */
  work(kind: string, on: Instance, partner: Instance, data: unknown, part = ''): void {
    this.features.push({
      id: `${this.joint.id}/${on.key}/${partner.key}${part}`,
      kind,
      on: on.key,
      joint: this.joint.id,
      step: null,
      partner: { key: partner.key, name: partner.name },
      data,
    })
  }

  /**
   * How far other joints take the guest's face in with its whole section: what is cut there starts from its
   * end.
   */
  seat({ guest, face }: Pick<Meeting, 'guest' | 'face'>): Mm {
    const fills = this.resolved.fills.get(guest.piece) ?? []
    const others = fills.filter((f) => f.face === face && f.joint !== this.joint.id)
    return Math.max(0, ...others.map((f) => forCopy(f.by, guest.index - 1)))
  }

  supply(name: string, quantity: number): void {
    this.counts.set(name, (this.counts.get(name) ?? 0) + quantity)
  }

  /**
   * Every place where a face of the first member touches the second, or meets it as is asked, or else in
   * another way; says so when a first member does not, nor lies there as is asked.
   */
  meetings(
    face = this.face(0),
    hostMember = 1,
    meets: (m: Meeting) => boolean = (m) => Math.abs(m.gap) <= TOUCHING,
    otherwise: (guest: Instance, host: Instance) => Meeting | null = () => null,
    lies: (guest: Instance, host: Instance) => boolean = () => false,
  ): Meeting[] {
    const hosts = this.members(hostMember)
    if (!face) {
      this.faceless(0)
      return []
    }
    return this.members(0).flatMap((guest) => {
      const others = hosts.filter((h) => h !== guest)
      const found = others.flatMap((host) => {
        const m = meet(guest, face, host, this.outlines)
        return (m && meets(m) ? m : otherwise(guest, host)) ?? []
      })
      if (found.length === 0 && others.length > 0 && !others.some((host) => lies(guest, host)))
        this.wrong(sayApart(guest, face, others, this.say))
      return found
    })
  }

  done(): Derived {
    const supplies = [...this.counts].map(([name, quantity]) => ({ name, quantity }))
    return { features: this.features, problems: this.problems, supplies }
  }
}
