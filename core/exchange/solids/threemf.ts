/** 3MF (core specification 1.3): each piece an object with its name and colour, millimetres. */
import { strToU8, zipSync } from 'fflate'
import { escaped } from '../../cuts/markup'
import type { SolidFormat, StandingSolid } from './kind'

const CORE = 'http://schemas.microsoft.com/3dmanufacturing/core/2015/02'
const MODEL = 'http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel'
const TYPES = `<?xml version="1.0" encoding="UTF-8"?>
<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">
<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>
<Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/>
</Types>`
const RELS = `<?xml version="1.0" encoding="UTF-8"?>
<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">
<Relationship Target="/3D/3dmodel.model" Id="rel0" Type="${MODEL}"/>
</Relationships>`

/** To a hundred-thousandth of a millimetre, without the dust of single precision. */
const mm = (v: number): number => Number(v.toFixed(5))

function objectOf({ name, positions: p, triangles: t }: StandingSolid, n: number): string {
  const told = `id="${n + 2}" name="${escaped(name)}" type="model" pid="1" pindex="${n}"`
  const lines = [`<object ${told}><mesh><vertices>`]
  for (let k = 0; k < p.length; k += 3)
    lines.push(`<vertex x="${mm(p[k]!)}" y="${mm(p[k + 1]!)}" z="${mm(p[k + 2]!)}"/>`)
  lines.push('</vertices><triangles>')
  for (let k = 0; k < t.length; k += 3)
    lines.push(`<triangle v1="${t[k]!}" v2="${t[k + 1]!}" v3="${t[k + 2]!}"/>`)
  lines.push('</triangles></mesh></object>')
  return lines.join('\n')
}

export const threeMf: SolidFormat = {
  id: '3mf',
  title: '3MF',
  type: 'model/3mf',
  says: 'each piece with its name and colour, in millimetres',
  write: (solids, title) => {
    const model = `<?xml version="1.0" encoding="UTF-8"?>
<model unit="millimeter" xml:lang="en-US" xmlns="${CORE}">
<metadata name="Title">${escaped(title)}</metadata>
<resources>
<basematerials id="1">
${solids
  .map((s) => `<base name="${escaped(s.name)}" ` + `displaycolor="${s.colour.toUpperCase()}FF"/>`)
  .join('\n')}
</basematerials>
${solids.map(objectOf).join('\n')}
</resources>
<build>
${solids.map((_, n) => `<item objectid="${n + 2}"/>`).join('\n')}
</build>
</model>`
    return Promise.resolve(
      zipSync({
        '[Content_Types].xml': strToU8(TYPES),
        '_rels/.rels': strToU8(RELS),
        '3D/3dmodel.model': strToU8(model),
      }),
    )
  },
}
