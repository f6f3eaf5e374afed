// How many small breakages of the core's tests are noticed: each mutant changes one operator, comparison or figure of one file, the
// tests that import that room run, and one that fails has noticed. `vite-node bench/mutation/main.ts tension cut …`; SAMPLE=40 tries
// about so many of each room, evenly. Mutants that no input could tell from the original count against the share all the same.
import { fork, type ChildProcess } from 'node:child_process'
import { cpSync, mkdtempSync, readdirSync, readFileSync, statSync, symlinkSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import ts from 'typescript'
import type { Try } from './tries'

/** The tests that hold a room's files, after the one that holds every figure: a mutant is let go at the first that fails. */
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
const LONGEST = 240_000 // ms of a mutant’s tests: one that never ends is noticed too
const SAMPLE = Number(process.env.SAMPLE ?? 40)
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

/** A process that runs a room's tests on whatever is written; begun anew where a mutant hangs it. */
function runner(tests: readonly string[]) {
  let child: ChildProcess | undefined
  const answer = (of: ChildProcess, ms: number) =>
    new Promise<unknown>((resolve) => {
      const done = (said: unknown) => {
        clearTimeout(late)
        of.off('message', done).off('exit', gone)
        resolve(said)
      }
      const gone = () => done('late')
      const late = setTimeout(gone, ms)
      of.once('message', done).once('exit', gone)
    })
  const begin = async () => {
    child = fork(
      join(copy, 'bench/mutation/tries.ts'),
      tests.map((t) => `core/test/${t}.test.ts`),
      {
        cwd: copy,
        execPath: join(process.cwd(), 'node_modules/.bin/vite-node'),
        stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      },
    )
    await answer(child, LONGEST)
    return child
  }
  return {
    /** Whether a test fails with this written. */
    async fails(what: Try): Promise<boolean> {
      const running = child ?? (await begin())
      running.send(what)
      const said = await answer(running, LONGEST)
      if (said !== 'late') return said === true
      this.end()
      return true
    },
    end() {
      child?.kill('SIGKILL')
      child = undefined
    },
  }
}

for (const room of asked.length ? asked : Object.keys(rooms)) {
  const { files, tests: own } = rooms[room]!
  const tests = ['standing', ...own]
  const paths = filesOf(files)
  const run = runner(tests)
  const first = { path: join(copy, paths[0]!), text: readFileSync(paths[0]!, 'utf8') }
  if (await run.fails(first)) throw new Error(`The tests of ${room} fail as they stand.`)
  const all = paths.flatMap((path) => {
    const text = readFileSync(path, 'utf8')
    return mutantsOf(text).map((m) => ({ ...m, path, text }))
  })
  const every = Math.max(1, Math.round(all.length / SAMPLE))
  const sample = all.filter((_, k) => k % every === Math.floor(every / 2))
  let noticed = 0
  for (const { path, text, at, end, to, line } of sample) {
    const where = join(copy, path)
    if (await run.fails({ path: where, text: text.slice(0, at) + to + text.slice(end) })) noticed++
    else console.log(`missed ${path}:${line}: ${text.slice(at, end)} → ${to || 'nothing'}`)
    await run.fails({ path: where, text, only: 'write' })
  }
  run.end()
  rows.push({ room, mutants: all.length, tried: sample.length, noticed, share: `${((100 * noticed) / sample.length).toFixed(0)} %` })
  console.table(rows.slice(-1))
}
console.table(rows)
process.exit(0)
