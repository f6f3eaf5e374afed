import Joi from 'joi'
import { FORMAT as BACKUP, tableNames } from '../tables'
import { above0, from0, one, text, whole } from './common'
import { jobRecord, logEntry, order, patternRecord, rows, runRecord, ticket, trialRecord } from './index'
import { fates } from '@green-pitch/core'

/** A file the app writes and reads: what its schema is called, which version is written, and how it lies on the disk. */
export interface FileFormat {
  title: string
  version: number
  /** how it ends, and what is round the JSON or the table */
  ending: string
  schema: Joi.Schema
}
const file = (format: string, version: number, fields: Joi.SchemaMap) =>
  Joi.object({ format: Joi.string().valid(format).required(), version: whole.valid(version).required(), ...fields })
const cell = Joi.string().allow('')

/** Every format anybody may read or write, made of the schemas that check what comes in. Rows of tables are told as one object a row. */
export const files: Record<'ticket' | 'backup' | 'hand-over' | 'trial' | 'drawer' | 'log' | 'price-list', FileFormat> = {
  ticket: {
    title: 'A job with its drawing',
    version: 4,
    ending: '.ticket.json',
    schema: file('green-pitch-ticket', 4, {
      name: Joi.string().max(120).required(),
      ticket: ticket.required(),
      order,
      pattern: patternRecord,
    }),
  },
  backup: {
    title: 'Everything that is stored',
    version: BACKUP,
    ending: '.json.gz, JSON packed with gzip',
    schema: file('green-pitch-backup', BACKUP, {
      model: whole.min(1).required(),
      made: Joi.string().isoDate().required(),
      tables: Joi.object(Object.fromEntries(tableNames.map((t) => [t, Joi.array().items(rows[t]).required()]))).required(),
    }),
  },
  'hand-over': {
    title: 'A job on its way to another device',
    version: 2,
    ending: '.json.gz, JSON packed with gzip',
    schema: file('green-pitch-handover', 2, {
      model: whole.min(1).required(),
      job: jobRecord.required(),
      pattern: patternRecord,
      run: runRecord,
      log: Joi.array().items(logEntry).required(),
    }),
  },
  trial: {
    title: 'A comparison of blades',
    version: 1,
    ending: '.trial.json',
    schema: file('green-pitch-trial', 1, { trial: trialRecord.required() }),
  },
  drawer: {
    title: 'A row of the drawer’s table',
    version: 1,
    ending: '.csv, first line the columns',
    schema: Joi.object({
      blade: Joi.string().required(),
      name: cell,
      count: whole.min(0).max(100_000).required(),
      minutes_used: from0,
      note: text,
      width_mm: above0.max(1000),
      thickness_mm: above0.max(100),
      kerf_mm: above0.max(100),
    }),
  },
  log: {
    title: 'A row of the log’s table',
    version: 1,
    ending: '.csv, first line the columns',
    schema: Joi.object({
      date: Joi.string().isoDate(),
      job: cell,
      stock: cell,
      saw: cell,
      blade: cell,
      minutes: from0,
      length_mm: from0,
      blades: whole.min(1),
      fate: one(fates),
      face: whole.min(1).max(5),
      underside: whole.min(1).max(5),
      edge: whole.min(1).max(5),
      clean_up_min: from0,
      foretold_min: from0,
      note: text,
      record: logEntry.required().description('The whole entry as JSON, from which it comes back exactly'),
    }),
  },
  'price-list': {
    title: 'A row of a supplier’s price list',
    version: 1,
    ending: '.csv, first line the columns',
    schema: Joi.object({
      blade: Joi.string().required().description('A blade’s id, or its pattern’s for all sizes of it'),
      pack: whole.min(1).max(10_000).required(),
      price: from0.max(1e6).required(),
    }),
  },
}
