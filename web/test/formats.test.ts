import 'fake-indexeddb/auto'
import { readFileSync } from 'node:fs'
import Papa from 'papaparse'
import { beforeEach, describe, expect, it, test } from 'vitest'
import { makeBackup, pack, readBackup, textOf } from '../src/data/backup'
import { drawerCsv, logCsv, readDrawerCsv, readLogCsv, readPrices } from '../src/data/csv'
import { db } from '../src/data/db'
import { packJob, unpackJob } from '../src/data/handover'
import { check } from '../src/data/schema'
import { files } from '../src/data/schema/files'
import { readTicket, ticketJson } from '../src/data/ticketFile'
import { readTrial, trialJson } from '../src/data/trialFile'
import { demoShop } from './demoShop'
import { jsonSchemaOf } from './jsonSchema'

type Name = keyof typeof files
const names = Object.keys(files) as Name[]

test.each(names)('the JSON Schema of a %s that is served is the one that checks', async (name) => {
  const { title, version, ending, schema } = files[name]
  const head = { $schema: 'https://json-schema.org/draft/2020-12/schema', title: `${title}, format ${version} (${ending})` }
  await expect(`${JSON.stringify({ ...head, ...jsonSchemaOf(schema) }, null, 1)}\n`).toMatchFileSnapshot(
    `../public/formats/${name}.schema.json`,
  )
})

const example = (name: string) => readFileSync(`docs/formats/${name}`, 'utf8')
/** Cells of a table as the schema of its row has them: figures as figures, empty ones left out. */
const cells = (text: string) =>
  Papa.parse<Record<string, string>>(text.replaceAll('\r\n', '\n'), { header: true, skipEmptyLines: true, delimiter: ',' }).data.map(
    (row) =>
      Object.fromEntries(
        Object.entries(row)
          .filter(([, v]) => v !== '')
          .map(([k, v]) => [k, k === 'record' ? (JSON.parse(v) as unknown) : v !== '' && Number.isFinite(Number(v)) ? Number(v) : v]),
      ),
  )
const passes = (name: Name, value: unknown) => expect(check(files[name].schema, value), name).toMatchObject({ ok: true })

describe('what the app writes, and the example in the repository, pass it and are read', () => {
  beforeEach(demoShop)
  it('a ticket', async () => {
    const job = (await db.jobs.get('demo-caddy'))!
    for (const text of [ticketJson(job.name, job.ticket), example('caddy.ticket.json')]) {
      passes('ticket', JSON.parse(text))
      expect(await readTicket(text)).toMatchObject({ ok: true })
    }
  })
  it('a trial', async () => {
    const [trial] = await db.trials.toArray()
    for (const text of [trialJson(trial!), example('fives.trial.json')]) {
      passes('trial', JSON.parse(text))
      expect(await readTrial(text)).toMatchObject({ ok: true })
    }
  })
  it('a hand-over and a backup', async () => {
    const handed = await textOf(await packJob('demo-caddy'))
    for (const text of [handed, example('caddy.handover.json')]) {
      passes('hand-over', JSON.parse(text))
      expect(await unpackJob(text)).toMatchObject({ ok: true })
    }
    for (const text of [await textOf(await makeBackup()), example('small.backup.json')]) {
      passes('backup', JSON.parse(text))
      expect(await readBackup(await pack(JSON.parse(text)))).toMatchObject({ ok: true })
    }
  })
  it('the tables of drawer, log and prices', async () => {
    const drawer = drawerCsv(await db.drawer.toArray())
    const log = logCsv((await db.log.toArray()).slice(0, 3))
    for (const text of [drawer, example('drawer.csv')]) {
      for (const row of cells(text)) passes('drawer', row)
      expect(readDrawerCsv(text)).toMatchObject({ refused: [] })
    }
    for (const text of [log, example('log.csv')]) {
      for (const row of cells(text)) passes('log', row)
      expect(await readLogCsv(text)).toMatchObject({ refused: [] })
    }
    const prices = readFileSync('web/public/supplier.csv', 'utf8')
    for (const row of cells(prices)) passes('price-list', row)
    expect(readPrices(prices)).toMatchObject({ refused: [] })
  })
})
