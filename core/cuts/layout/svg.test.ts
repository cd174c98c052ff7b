import { Job } from './job'
import { LayoutSearch } from './search'
import { layoutSvg } from './svg'

const job = Job.parse({
  kind: 'sheets',
  kerf: 3,
  supply: [{ id: 's', length: 2440, width: 1220 }],
  demand: [
    { id: 'A', length: 700, width: 300, quantity: 3 },
    { id: 'B<&"', length: 400, width: 200 },
  ],
})
const search = new LayoutSearch(job)
for (let n = 0; n < 10; n++) search.round()
const answer = search.answer(0)
const svg = layoutSvg(job, answer, (mm) => String(Math.round(mm)))

test('a layout as SVG draws every piece at its place, the lower edge below, and every cut', () => {
  const [board] = answer.boards
  for (const p of board!.placements)
    expect(svg).toContain(
      `<rect x="${p.x}" y="${1220 - p.y - p.width}" width="${p.length}" height="${p.width}"`,
    )
  expect(svg.match(/<line /g)).toHaveLength(board!.cuts.length)
  expect(board!.cuts.length).toBeGreaterThan(3)
  expect(svg.match(/>A 700 × 300</g)).toHaveLength(3)
})
test('names of marks cannot break it', () => {
  expect(svg).toContain('B&lt;&amp;&quot; 400 × 200')
  expect(svg).not.toContain('B<')
})
