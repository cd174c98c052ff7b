/** Writes docs/project.schema.json and docs/layout-job.schema.json from the Zod schemas. `npm run schema`. */
import { writeFileSync } from 'node:fs'
import { z } from 'zod'
import { Job } from '../core/cuts'
import { Project } from '../core/document'

const write = (name: string, schema: z.ZodType) =>
  writeFileSync(
    `docs/${name}.schema.json`,
    JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2) + '\n',
  )

write('project', Project)
write('layout-job', Job)
