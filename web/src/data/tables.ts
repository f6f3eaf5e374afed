import type {
  AsideRecord,
  DrawerRecord,
  JobRecord,
  LogRecord,
  MaterialRecord,
  MetaRecord,
  PatternRecord,
  PracticeRecord,
  RemedyRecord,
  RunRecord,
  SawRecord,
  TrialRecord,
  WeighingRecord,
} from './records'

/** What each table holds. */
export interface RecordOf {
  jobs: JobRecord
  saws: SawRecord
  drawer: DrawerRecord
  materials: MaterialRecord
  log: LogRecord
  patterns: PatternRecord
  runs: RunRecord
  trials: TrialRecord
  weighings: WeighingRecord
  remedies: RemedyRecord
  practice: PracticeRecord
  aside: AsideRecord
  meta: MetaRecord
}
export type TableName = keyof RecordOf
/** Tables whose records carry an id and a revision. */
export type KeptTable = Exclude<TableName, 'meta'>

interface Table {
  key: 'id' | 'key'
  /** indexed beside the key */
  index?: string
  /** format of storage and backups that brought it */
  since: number
  /** most records a backup may hold */
  most: number
  /** how a person calls one of its records */
  noun: string
}

/** Every table there is; storage, backups, checks and clearing all go by this list. A record's schema stands in schema/. */
export const registry: { readonly [T in TableName]: Table } = {
  jobs: { key: 'id', index: 'changed', since: 1, most: 20_000, noun: 'job' },
  saws: { key: 'id', since: 1, most: 2000, noun: 'saw' },
  drawer: { key: 'id', since: 1, most: 20_000, noun: 'blade in the drawer' },
  materials: { key: 'id', since: 1, most: 5000, noun: 'material' },
  log: { key: 'id', index: 'at', since: 1, most: 200_000, noun: 'log entry' },
  patterns: { key: 'id', since: 2, most: 20_000, noun: 'pattern' },
  runs: { key: 'id', since: 2, most: 20_000, noun: 'run' },
  trials: { key: 'id', since: 5, most: 2000, noun: 'trial' },
  weighings: { key: 'id', since: 5, most: 2000, noun: 'weighing' },
  remedies: { key: 'id', index: 'jobId', since: 5, most: 20_000, noun: 'remedy' },
  practice: { key: 'id', since: 8, most: 50_000, noun: 'practiced cut' },
  aside: { key: 'id', since: 3, most: 1000, noun: 'version set aside' },
  meta: { key: 'key', since: 1, most: 20, noun: 'setting' },
}
export const tableNames = Object.keys(registry) as TableName[]

/** Format of what is stored here and saved in files; each step from one to the next stands in format.ts. */
export const FORMAT = 12
