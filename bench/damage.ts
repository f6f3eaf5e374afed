// Damaged and odd files through reading and reckoning: `npm run bench:damage [files] [kind]`.
// Counts hangs (over 2 s of processor time in one call), crashes, figures that are none, and records kept that no backup restores.
import 'fake-indexeddb/auto'
import { fileURLToPath } from 'node:url'
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads'
import { bladeById, evaluate, sectionOf, makeJob, MODEL, rankBlades } from '../core/src/index.js'
import { seeded } from '../core/src/number/index.js'
import { noChoices, single } from '../core/src/pattern/index.js'
import { pluckSound, sawSound } from '../core/src/sound/index.js'
import { makeBackup, readBackup } from '../web/src/data/backup.js'
import { drawerCsv, logCsv, readDrawerCsv, readLogCsv } from '../web/src/data/csv.js'
import { db, save } from '../web/src/data/db.js'
import { loadDemo } from '../web/src/data/demo.js'
import { kindOf, patternFrom } from '../web/src/data/patternFile.js'
import type { DrawerRecord, LogRecord } from '../web/src/data/records.js'
import { check, patternRecord, rows, ticket as ticketSchema } from '../web/src/data/schema/index.js'
import { shippedPatterns } from '../web/src/data/shipped.js'
import { readTicket, ticketJson } from '../web/src/data/ticketFile.js'
import { patternWork } from '../web/src/work/patternWork.js'
import { soundWork } from '../web/src/work/soundWork.js'

const KINDS = ['svg', 'dxf', 'csv', 'backup', 'ticket', 'wav'] as const
type Kind = (typeof KINDS)[number]
/** of ten thousand files, how many are of each kind */
const SHARE: Record<Kind, number> = { svg: 0.52, dxf: 0.16, csv: 0.08, backup: 0.06, ticket: 0.08, wav: 0.1 }
const HANG = 2000 // ms of processor time
const GIVE_UP = 20_000 // ms on the clock: no answer at all

type Random = () => number
const pick = <T>(r: Random, xs: readonly T[]): T => xs[Math.floor(r() * xs.length)]!

// ---- odd drawings, whole in themselves
const svg = (body: string, attributes = 'width="200mm" height="200mm" viewBox="0 0 200 200"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${body}</svg>`
const path = (d: string) => `<path d="${d}" fill="none" stroke="#000"/>`
function coast(r: Random, points: number, size: number): string {
  let d = ''
  for (let i = 0; i < points; i++) {
    const a = (2 * Math.PI * i) / points
    const R = size * (0.35 + 0.1 * r())
    d += `${i ? 'L' : 'M'}${(size / 2 + R * Math.cos(a)).toFixed(3)} ${(size / 2 + R * Math.sin(a)).toFixed(3)}`
  }
  return path(`${d}Z`)
}
const odd: ((r: Random) => string)[] = [
  (r) => svg(coast(r, 200 + Math.floor(r() * 20_000), 200)),
  (r) => {
    const n = Math.floor(20 + r() * 200)
    let d = ''
    for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) d += `M${i * 3} ${j * 3}h2v2h-2z`
    return svg(path(d), `width="${n * 3}mm" height="${n * 3}mm" viewBox="0 0 ${n * 3} ${n * 3}"`)
  },
  (r) => {
    const n = Math.floor(r() * 60_000)
    let d = 'M0 100'
    for (let i = 0; i < n; i++) d += `L${((i * 200) / n).toFixed(4)} ${(100 + 90 * Math.sin(i * r())).toFixed(4)}`
    return svg(path(`${d}L200 200L0 200Z`))
  },
  (r) => {
    const n = Math.floor(r() * 30_000)
    return svg(
      `<g id="u0">${path('M0 0h1v1z')}</g>${Array.from({ length: n }, (_, i) => `<g id="u${i + 1}"><use href="#u${i}" x="1"/></g>`).join('')}`,
    )
  },
  (r) => svg('<g>'.repeat(Math.floor(r() * 400)) + path('M0 0h9v9z') + '</g>'.repeat(Math.floor(r() * 400))),
  (r) => {
    const far = 10 ** (r() * 9)
    return svg(path(`M${-far} ${far}L${far} ${far}L${far} ${-far}Z M0 0h${far / 3}v5z`), '')
  },
  (r) => {
    const n = Math.floor(r() * 3000)
    return svg(
      Array.from(
        { length: n },
        () => `<circle cx="${(r() * 200).toFixed(2)}" cy="${(r() * 200).toFixed(2)}" r="${(r() * 90).toFixed(2)}"/>`,
      ).join(''),
    )
  },
  (r) => {
    const n = Math.floor(r() * 8000)
    return svg(
      Array.from(
        { length: n },
        () => `<path d="M${(r() * 200).toFixed(1)} ${(r() * 200).toFixed(1)}L${(r() * 200).toFixed(1)} ${(r() * 200).toFixed(1)}"/>`,
      ).join(''),
    )
  },
  (r) => {
    const n = Math.floor(3 + r() * 4000)
    let d = ''
    for (let i = 0; i < n; i++)
      d += `${i ? 'L' : 'M'}${(100 + 90 * Math.cos(i * 2.4)).toFixed(2)} ${(100 + 90 * Math.sin(i * 2.4)).toFixed(2)}`
    return svg(path(`${d}Z`))
  },
  (r) =>
    svg(
      Array.from(
        { length: Math.floor(r() * 400) },
        (_, i) => `<rect x="${i * 0.2}" y="${i * 0.2}" width="${200 - i * 0.4}" height="${200 - i * 0.4}"/>`,
      ).join(''),
    ),
  (r) =>
    svg(
      Array.from({ length: 300 }, () => path(`M${r() * 1e3} ${r() * 1e3}C${r() * 1e5} ${r() * 1e5} ${-r() * 1e5} 3 ${r() * 1e3} 9z`)).join(
        '',
      ),
    ),
  (r) => svg(`<g transform="scale(${10 ** (r() * 16 - 8)})">${path('M0 0h90v90z')}${coast(r, 300, 100)}</g>`),
]
function oddDxf(r: Random): string {
  const n = Math.floor(r() * 9000)
  const number = () => (r() < 0.02 ? pick(r, ['NaN', '1e400', '-1e308', '', '9'.repeat(400)]) : ((r() - 0.5) * 10 ** (r() * 5)).toFixed(3))
  let s = '0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n'
  for (let i = 0; i < n; i++) {
    const kind = pick(r, ['LINE', 'CIRCLE', 'ARC', 'LWPOLYLINE', 'SPLINE', 'ELLIPSE'])
    s += `0\n${kind}\n8\n0\n`
    if (kind === 'LWPOLYLINE') {
      s += `90\n4\n70\n${r() < 0.5 ? 1 : 0}\n`
      for (let k = 0; k < 4; k++) s += `10\n${number()}\n20\n${number()}\n42\n${number()}\n`
    } else
      s += `10\n${number()}\n20\n${number()}\n11\n${number()}\n21\n${number()}\n40\n${number()}\n50\n${number()}\n51\n${number()}\n71\n3\n`
  }
  return `${s}0\nENDSEC\n0\nEOF\n`
}

/** Text bent in a few places: cut off, doubled, numbers blown up, signs changed. */
function bent(text: string, r: Random): string {
  let s = text
  const hits = 1 + Math.floor(r() * 6)
  for (let i = 0; i < hits; i++) {
    const at = Math.floor(r() * s.length)
    const to = at + Math.floor(r() * Math.min(400, s.length - at))
    switch (Math.floor(r() * 8)) {
      case 0:
        s = s.slice(0, at)
        break
      case 1:
        s = s.slice(0, at) + s.slice(to)
        break
      case 2:
        s = s.slice(0, to) + s.slice(at)
        break
      case 3:
        s = s.slice(0, at) + String.fromCharCode(Math.floor(r() * 0x250)) + s.slice(at + 1)
        break
      case 4: {
        const m = [...s.matchAll(/-?\d+\.?\d*/g)]
        const hit = pick(r, m)
        if (hit)
          s =
            s.slice(0, hit.index) +
            pick(r, ['1e999', '-1e15', 'NaN', '9'.repeat(350), '0', '-0.0000001', '', '1e-320']) +
            s.slice(hit.index + hit[0].length)
        break
      }
      case 5:
        s =
          s.slice(0, at) +
          pick(r, ['<', '>', '"', "'", ']]>', '<!--', '<use href="#a"/>', '\0', '\n', 'Z', 'm0 0', '&#0;', '<style>*{', '{', '}', ',']) +
          s.slice(at)
        break
      case 6:
        s = s.slice(0, at) + s.slice(at, to).repeat(1 + Math.floor(r() * 40)) + s.slice(to)
        break
      default:
        s = s.slice(0, at) + s.slice(at, to).split('').reverse().join('') + s.slice(to)
    }
    if (s.length > 2e6) s = s.slice(0, 2e6)
  }
  return s
}
function bentBytes(bytes: Uint8Array, r: Random): Uint8Array {
  let b = bytes.slice()
  for (let i = 0; i < 1 + Math.floor(r() * 20); i++) b[Math.floor(r() * b.length)]! ^= 1 + Math.floor(r() * 255)
  if (r() < 0.3) b = b.slice(0, Math.floor(r() * b.length))
  return b
}

// ---- what is looked for
interface Finding {
  seed: number
  kind: Kind
  what: 'hang' | 'crash' | 'not a figure' | 'not restorable'
  text: string
}
/** The first place of a figure that is none; undefined where all are figures. */
function unsound(value: unknown, at = '', depth = 0): string | undefined {
  if (typeof value === 'number') return Number.isFinite(value) ? undefined : `${at} = ${value}`
  if (typeof value === 'string')
    return /\b(NaN|Infinity|undefined)\b/.test(value.replace(/“[^”]*”|"[^"]*"/g, '')) ? `${at}: “${value.slice(0, 80)}”` : undefined
  if (!value || typeof value !== 'object' || depth > 9) return undefined
  if (ArrayBuffer.isView(value)) {
    const numbers = value as unknown as ArrayLike<number>
    for (let i = 0; i < numbers.length; i++) if (!Number.isFinite(numbers[i]!)) return `${at}[${i}] = ${numbers[i]}`
    return undefined
  }
  for (const [k, v] of Object.entries(value)) {
    const found = unsound(v, `${at}.${k}`, depth + 1)
    if (found) return found
  }
  return undefined
}

const quiet = () => undefined
const blade = bladeById('scroll-reverse-skip-4')!
const given = { job: makeJob(), blade, drills: ['metric' as const], choices: noChoices }

function drawing(text: string, name: string): string | undefined {
  const read = timed('reading', () => patternWork.read(text, kindOf(name, text), undefined, quiet))
  if (!read.ok) return unsound(read.message, 'message')
  const record = { ...patternFrom('p', name, read.drawing, read.reading), rev: 1 }
  const found = check(patternRecord, record)
  if (!found.ok) return `pattern kept that no backup restores: ${found.message}`
  timed('laying', () =>
    patternWork.lay({
      lines: record.lines,
      take: record.take,
      reading: record.reading,
      tolerance: record.tolerance,
      layout: single,
      stretch: 1,
    }),
  )
  const reckoned = timed('reckoning', () => patternWork.reckon(given, quiet))
  if (!reckoned) return undefined
  const { found: answer, ...rest } = reckoned as { found?: unknown }
  return unsound(answer, 'found') ?? unsound(rest, 'rest')
}
/** Processor time of each call, ms; the longest is what counts. */
let longest: [name: string, ms: number] = ['', 0]
function timed<T>(name: string, work: () => T): T {
  const from = process.cpuUsage()
  const done = work()
  const used = process.cpuUsage(from)
  const ms = (used.user + used.system) / 1000
  if (ms > longest[1]) longest = [name, ms]
  return done
}

async function restorable(table: 'drawer' | 'log', records: (DrawerRecord | LogRecord)[]): Promise<string | undefined> {
  for (const r of records.slice(0, 40)) {
    const kept = await save(table, { ...r, rev: 0 } as never).then(
      () => true,
      () => false,
    )
    if (!kept) continue
    const stored = await db.table(table).get(r.id)
    const found = check(rows[table] as never, stored)
    await db.table(table).delete(r.id)
    if (!found.ok) return `${table}: ${found.message}`
  }
  return undefined
}

async function one(kind: Kind, seed: number): Promise<Omit<Finding, 'seed' | 'kind'> | undefined> {
  const r = seeded(seed * 7919 + 13)
  longest = ['', 0]
  let bad: string | undefined
  let what: Finding['what'] = 'not a figure'
  try {
    if (kind === 'svg')
      bad = drawing(r() < 0.25 ? (r() < 0.3 ? bent(pick(r, odd)(r), r) : pick(r, odd)(r)) : bent(pick(r, sources.svg), r), 'x.svg')
    else if (kind === 'dxf') bad = drawing(r() < 0.2 ? oddDxf(r) : bent(pick(r, sources.dxf), r), 'x.dxf')
    else if (kind === 'csv') {
      const text = bent(pick(r, sources.csv), r)
      const drawer = timed('reading', () => readDrawerCsv(text)).rows.map((d, i) => ({ id: `x${i}`, rev: 0, ...d }))
      bad = (await restorable('drawer', drawer)) ?? (await restorable('log', (await readLogCsv(text)).rows))
      if (bad) what = 'not restorable'
    } else if (kind === 'backup') {
      const b = r() < 0.5 ? bentBytes(sources.backup, r) : new TextEncoder().encode(bent(sources.backupText, r))
      const read = await readBackup(new Blob([b as BlobPart]))
      bad = read.ok ? undefined : unsound(read.message, 'message')
    } else if (kind === 'ticket') {
      const read = await readTicket(bent(sources.ticket, r))
      if (read.ok) {
        const { job } = read.ticket
        const found = timed('reckoning', () => rankBlades(job).value.slice(0, 3))
        bad = unsound(found, 'ranked') ?? unsound(evaluate(job, blade), 'evaluation')
        const again = check(ticketSchema, JSON.parse(JSON.stringify(read.ticket)))
        if (!again.ok) bad = again.message
      } else bad = unsound(read.message, 'message')
    } else {
      const rate = pick(r, [8000, 22_050, 44_100, 48_000])
      const samples = oddSound(r, rate)
      bad =
        unsound(
          timed('a pluck', () => soundWork.recording(samples, rate)),
          'pluck',
        ) ??
        unsound(
          timed('strokes', () => soundWork.strokes(samples, rate)),
          'strokes',
        )
    }
  } catch (error) {
    return {
      what: 'crash',
      text:
        error instanceof Error
          ? `${error.name}: ${error.message.slice(0, 120)} ${error.stack?.split('\n')[1]?.trim() ?? ''}`
          : String(error),
    }
  }
  if (longest[1] > HANG) return { what: 'hang', text: `${longest[0]} took ${Math.round(longest[1])} ms` }
  return bad ? { what, text: bad } : undefined
}
/** Bytes taken for samples, silence, clipped, cut off, full of holes. */
function oddSound(r: Random, rate: number): Float32Array {
  const base =
    r() < 0.5
      ? pluckSound({ section: sectionOf(blade), stress: 60 + 500 * r(), span: 105, rate, seed: 3, noise: r() })
      : sawSound({ strokes: 1000, rate, seed: 3, seconds: 2 })
  let s = Float32Array.from(base as ArrayLike<number>)
  const hit = Math.floor(r() * 7)
  if (hit === 0) s = new Float32Array(Math.floor(r() * rate * 2))
  if (hit === 1) s = s.map((x) => Math.max(-1, Math.min(1, x * 200)))
  if (hit === 2) s = s.slice(0, Math.floor(r() * 4000))
  if (hit === 3) s = s.map((x) => (r() < 0.01 ? NaN : x))
  if (hit === 4) s = s.map((x) => (r() < 0.001 ? pick(r, [Infinity, -Infinity, 1e30, -1e30]) : x))
  if (hit === 5) s = s.map(() => r() * 2 - 1)
  if (hit === 6) s = Float32Array.from({ length: Math.floor(r() * 3) }, () => r())
  return s
}

const sources = { svg: [] as string[], dxf: [] as string[], csv: [] as string[], ticket: '', backup: new Uint8Array(), backupText: '' }
async function prepare() {
  await loadDemo()
  for (const p of shippedPatterns) sources[kindOf(p.name, p.text)].push(p.text)
  const drawer = await db.drawer.toArray()
  const log = await db.log.toArray()
  sources.csv = [drawerCsv(drawer), logCsv(log)]
  sources.ticket = ticketJson('x', { job: makeJob(), blade, model: MODEL })
  sources.backup = new Uint8Array(await (await makeBackup()).arrayBuffer())
  const read = await readBackup(new Blob([sources.backup as BlobPart]))
  if (!read.ok) throw new Error(read.message)
  sources.backupText = JSON.stringify(read.backup, (_k, v: unknown) => (v instanceof Float64Array ? Array.from(v) : v))
}

if (isMainThread) {
  const count = Number(process.argv[2] ?? 10_000)
  const only = process.argv[3] as Kind | undefined
  const first = Number(process.argv[4] ?? 0)
  const list = KINDS.filter((k) => !only || k === only).flatMap((kind) =>
    Array.from({ length: only ? count : Math.round(SHARE[kind] * count) }, (_, i) => ({ kind, seed: first + i })),
  )
  const findings: Finding[] = []
  let at = 0
  let slowest = 0
  while (at < list.length) {
    await new Promise<void>((done) => {
      const worker = new Worker(fileURLToPath(import.meta.url), {
        workerData: list.slice(at),
        resourceLimits: { maxOldGenerationSizeMb: 3000 },
      })
      let timer: NodeJS.Timeout
      const watch = () => {
        clearTimeout(timer)
        timer = setTimeout(() => stop('hang', `no answer in ${GIVE_UP / 1000} s`), GIVE_UP)
      }
      const stop = (what: Finding['what'], text: string) => {
        clearTimeout(timer)
        findings.push({ ...list[at]!, what, text })
        at++
        void worker.terminate().then(() => done())
      }
      worker.on('message', (m: { ready?: true; finding?: Omit<Finding, 'seed' | 'kind'>; ms?: number }) => {
        watch()
        if (m.ready) return
        if (m.finding) findings.push({ ...list[at]!, ...m.finding })
        slowest = Math.max(slowest, m.ms ?? 0)
        at++
        if (at === list.length) {
          clearTimeout(timer)
          void worker.terminate().then(() => done())
        }
      })
      worker.on('error', (e) => stop('crash', String(e)))
      watch()
    })
  }
  for (const f of findings.slice(0, 60)) console.log(`${f.kind} ${f.seed}: ${f.what}: ${f.text}`)
  console.log(`\n${'kind'.padEnd(8)} files   hangs  crashes  not a figure  not restorable`)
  for (const kind of KINDS) {
    const files = list.filter((l) => l.kind === kind).length
    const of = (what: Finding['what']) => findings.filter((f) => f.kind === kind && f.what === what).length
    if (files)
      console.log(
        `${kind.padEnd(8)} ${String(files).padStart(5)} ${String(of('hang')).padStart(7)} ${String(of('crash')).padStart(8)} ${String(of('not a figure')).padStart(13)} ${String(of('not restorable')).padStart(15)}`,
      )
  }
  console.log(`slowest call ${Math.round(slowest)} ms of processor time`)
  process.exit(findings.length ? 1 : 0)
} else {
  await prepare()
  parentPort!.postMessage({ ready: true })
  for (const { kind, seed } of workerData as { kind: Kind; seed: number }[]) {
    const finding = await one(kind, seed)
    parentPort!.postMessage({ finding, ms: longest[1] })
  }
}
