// How many small breakages of the core's tests are noticed: each mutant changes one operator, comparison or figure of one file, the
// tests that import that room run, and one that fails has noticed. `vite-node bench/mutation/main.ts tension cut …`; EVERY=3 tries
// every third. Mutants that cannot be told apart from the original by any input count against the share all the same.
import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readdirSync, readFileSync, statSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import ts from 'typescript'

/** The tests that hold a room's files, telling ones first: a mutant is let go at the first that fails. */
const rooms: Record<string, { files: string; tests: string[] }> = {
  tension: { files: 'core/src/tension', tests: ['physics', 'second', 'sound', 'steady'] },
  cut: { files: 'core/src/cut', tests: ['physics', 'second', 'kinds', 'families', 'choose', 'steady', 'cut'] },
  choose: { files: 'core/src/choose', tests: ['choose', 'kinds', 'second', 'steady', 'families'] },
  setup: { files: 'core/src/setup', tests: ['kinds', 'families', 'physics', 'said', 'words'] },
  diagnose: { files: 'core/src/diagnose', tests: ['diagnose', 'kinds'] },
  plan: { files: 'core/src/pattern/plan', tests: ['plan', 'reckon', 'pattern'] },
  score: { files: 'core/src/practice/score.ts', tests: ['practice'] },
  sound: { files: 'core/src/sound', tests: ['sound', 'heard'] },
}
const EVERY = Number(process.env.EVERY ?? 10)
const asked = process.argv.slice(2).filter((a) => a in rooms)

interface Mutant {
  at: number
  end: number
  to: string
  line: number
}
const SWAPS: Partial<Record<ts.SyntaxKind, string>> = {
  [ts.SyntaxKind.LessThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '>',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '<',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
}
function mutantsOf(text: string): Mutant[] {
  const file = ts.createSourceFile('x.ts', text, ts.ScriptTarget.ES2022, true)
  const found: Mutant[] = []
  const add = (node: ts.Node, to: string) =>
    found.push({ at: node.getStart(), end: node.getEnd(), to, line: file.getLineAndCharacterOfPosition(node.getStart()).line + 1 })
  const walk = (node: ts.Node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node)) return
    if (ts.isBinaryExpression(node)) {
      const to = SWAPS[node.operatorToken.kind]
      if (to) add(node.operatorToken, to)
    } else if (ts.isNumericLiteral(node)) {
      const n = Number(node.text)
      // a figure ten times as large; none becomes one
      add(node, n === 0 ? '1' : String(n * 10))
    } else if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
      const name = node.expression.name.text
      const swap = { min: 'max', max: 'min', some: 'every', every: 'some' }[name]
      if (swap && (node.expression.expression.getText() === 'Math' || name === 'some' || name === 'every')) add(node.expression.name, swap)
    } else if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken) {
      found.push({
        at: node.getStart(),
        end: node.getStart() + 1,
        to: '',
        line: file.getLineAndCharacterOfPosition(node.getStart()).line + 1,
      })
    }
    ts.forEachChild(node, walk)
  }
  walk(file)
  return found
}

// a copy of its own: the checkout is never changed
const copy = mkdtempSync(join(tmpdir(), 'mutants-'))
for (const name of ['core', 'bench', 'web', 'vitest.config.ts', 'package.json', 'tsconfig.base.json'])
  cpSync(name, join(copy, name), { recursive: true, filter: (from) => !/node_modules|dist$/.test(from) })
symlinkSync(join(process.cwd(), 'node_modules'), join(copy, 'node_modules'))

const filesOf = (path: string): string[] =>
  statSync(path).isDirectory() ? readdirSync(path).flatMap((f) => (f.endsWith('.ts') && f !== 'index.ts' ? [join(path, f)] : [])) : [path]
const rows: Record<string, unknown>[] = []
for (const room of asked.length ? asked : Object.keys(rooms)) {
  const { files, tests } = rooms[room]!
  const run = () => {
    const paths = tests.map((t) => `core/test/${t}.test.ts`)
    return spawnSync('npx', ['vitest', 'run', '--project', 'core', '--bail', '1', '--testTimeout', '20000', ...paths], {
      cwd: copy,
      stdio: 'ignore',
      timeout: 120_000,
    }).status
  }
  if (run() !== 0) throw new Error(`The tests of ${room} fail as they stand.`)
  let [tried, noticed, k] = [0, 0, 0]
  const missed: string[] = []
  for (const path of filesOf(files)) {
    const text = readFileSync(path, 'utf8')
    for (const m of mutantsOf(text)) {
      if (k++ % EVERY) continue
      writeFileSync(join(copy, path), text.slice(0, m.at) + m.to + text.slice(m.end))
      tried++
      if (run() === 0) missed.push(`${path}:${m.line}: ${text.slice(m.at, m.end)} → ${m.to || 'nothing'}`)
      else noticed++
    }
    writeFileSync(join(copy, path), text)
  }
  rows.push({ room, mutants: k, tried, noticed, share: `${((100 * noticed) / Math.max(1, tried)).toFixed(0)} %` })
  console.log(missed.map((s) => `missed ${s}`).join('\n'))
}
console.table(rows)
