/** Writes the JSON Schemas in docs/ from the Zod schemas. `npm run schema`. */
import { writeFileSync } from 'node:fs'
import * as z from 'zod'
import { Job } from '../core/cuts'
import { Joint, Project, Step } from '../core/document'
import { JOINTS } from '../core/joints'
import { FindingsReport } from '../core/proof/report'
import { OWN_KINDS } from '../core/work'

const write = (name: string, schema: z.ZodType) =>
  writeFileSync(
    `docs/${name}.schema.json`,
    JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2) + '\n',
  )

write('project', Project)
write('layout-job', Job)
write('findings', FindingsReport)

/** A joint of each kind, with the measures and choices that are its own. */
const joints = JOINTS.map((k) =>
  Joint.extend({ kind: z.literal(k.kind), fields: k.schema, options: k.optionsSchema.optional() }).meta({
    title: k.title,
  }),
)
write('joint', z.union(joints))

/** A step of each kind of work that a maker puts on. */
const work = OWN_KINDS.map((k) =>
  Step.extend({ kind: z.literal(k.kind), fields: k.schema, options: k.choicesSchema.optional() }).meta({
    title: k.title,
  }),
)
write('work', z.union(work))
