/**
 * The findings as plain data, as the command line and the screen give them out: docs/findings.schema.json.
 */
import * as z from 'zod'
import { lengthStyle } from '../document'
import type { Model } from '../model'
import { ALL } from '.'
import type { Finding } from './finding'
import { inOrder, judged } from './judge'

const Place = z
  .object({
    /** Key of the instance, and its name. */
    instance: z.string(),
    name: z.string(),
    /** The work that is meant, and a point in the room, millimetres across, deep and up. */
    feature: z.string().optional(),
    point: z.tuple([z.number(), z.number(), z.number()]).optional(),
  })
  .strict()

export const FindingsReport = z
  .object({
    format: z.literal('ergaton-findings'),
    version: z.literal(1),
    project: z.string(),
    unit: z.enum(['in', 'mm']),
    /** How many of each level stand, those that were accepted left out. */
    counts: z.object({ stop: z.number(), look: z.number(), note: z.number() }).strict(),
    /** Ids of checks that are switched off. */
    off: z.array(z.string()),
    findings: z.array(
      z
        .object({
          /** Equal for the same finding from revision to revision. */
          id: z.string(),
          check: z.string(),
          level: z.enum(['stop', 'look', 'note']),
          says: z.string(),
          why: z.string(),
          advice: z.string().optional(),
          /** Changes that would mend it, as `ergaton change --do` takes them. */
          mends: z.array(
            z
              .object({
                says: z.string(),
                changes: z.array(z.object({ command: z.string(), payload: z.json() }).strict()),
              })
              .strict(),
          ),
          at: z.array(Place),
          /** Why it may stay; null while nobody has said so. */
          accepted: z.string().nullable(),
        })
        .strict(),
    ),
  })
  .strict()
export type FindingsReport = z.infer<typeof FindingsReport>

export function findingsReport(model: Model, findings: readonly Finding[]): FindingsReport {
  const names = new Map(model.resolved.instances.map((i) => [i.key, i.name]))
  const all = judged(inOrder(findings), model.project)
  const count = (level: Finding['level']) =>
    all.filter((j) => !j.accepted && j.finding.level === level).length
  return {
    format: 'ergaton-findings',
    version: 1,
    project: model.project.name,
    unit: lengthStyle(model.project.settings).unit,
    counts: { stop: count('stop'), look: count('look'), note: count('note') },
    off: ALL.map((c) => c.id).filter((id) => model.project.limits.off.includes(id)),
    findings: all.map(({ finding: f, accepted }) => ({
      id: f.id,
      check: f.check,
      level: f.level,
      says: f.says,
      why: f.why,
      ...(f.advice === undefined ? {} : { advice: f.advice }),
      mends: (f.mends ?? []).map((m) => ({
        says: m.says,
        changes: m.changes.map((c) => ({
          command: c.command,
          payload: c.payload as z.infer<z.ZodJSONSchema>,
        })),
      })),
      at: f.at.map((s) => ({
        instance: s.instance,
        name: names.get(s.instance) ?? s.instance,
        ...(s.feature === undefined ? {} : { feature: s.feature }),
        ...(s.point === undefined ? {} : { point: [...s.point] as [number, number, number] }),
      })),
      accepted: accepted?.reason ?? null,
    })),
  }
}
