import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import { BANNED } from './banned'

const sources = ['core', 'app', 'cli', 'workers', 'server'].flatMap((dir) =>
  readdirSync(dir, { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\.tsx?$|^testing\//.test(f))
    .map((f) => join(dir, f)),
)

/** Every text of a file that a reader may see: texts of several words, in its code and in its markup. */
function textsOf(file: string): string[] {
  const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS
  const tree = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, false, kind)
  const texts: string[] = []
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isLiteralTypeNode(node)) return
    if (ts.isTemplateExpression(node))
      texts.push([node.head, ...node.templateSpans.map((s) => s.literal)].map((t) => t.text).join('…'))
    else if (ts.isStringLiteralLike(node) || ts.isJsxText(node)) texts.push(node.text)
    ts.forEachChild(node, visit)
  }
  visit(tree)
  return texts.filter((t) => /[a-z]{2,} [a-z]/i.test(t)).map((t) => t.replace(/\s+/g, ' ').trim())
}

test('no text says what Ergaton does not say', () => {
  const banned = new RegExp(`\\b(${BANNED.join('|')})\\b`, 'i')
  const all = sources.flatMap((file) => textsOf(file).map((text) => ({ file, text })))
  expect(all.length).toBeGreaterThan(3000)
  expect(all.filter(({ text }) => banned.test(text))).toEqual([])
})
