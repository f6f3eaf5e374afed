import type Joi from 'joi'

interface Standard {
  '~standard': { jsonSchema: { input(o: { target: string }): object } }
}
const LONG = 300 // characters of a part that is told once and named, where it comes again

/** A schema as JSON Schema; parts that come again stand once, under the name they first have. */
export function jsonSchemaOf(schema: Joi.Schema): object {
  const whole = (schema as unknown as Standard)['~standard'].jsonSchema.input({ target: 'draft-2020-12' })
  const times = new Map<string, number>()
  const count = (v: unknown): void => {
    if (!v || typeof v !== 'object') return
    const text = JSON.stringify(v)
    const seen = (times.get(text) ?? 0) + 1
    times.set(text, seen)
    if (seen === 1) Object.values(v).forEach(count)
  }
  count(whole)
  const names = new Map<string, string>()
  const $defs: Record<string, unknown> = {}
  const put = (v: unknown, name: string): unknown => {
    if (!v || typeof v !== 'object') return v
    if (Array.isArray(v)) return v.map((x) => put(x, name))
    const text = JSON.stringify(v)
    const inside = () => Object.fromEntries(Object.entries(v).map(([k, x]) => [k, put(x, PLAIN.has(k) ? name : k)]))
    if (text.length < LONG || times.get(text)! < 2 || !('type' in v || 'anyOf' in v || 'oneOf' in v)) return inside()
    let known = names.get(text)
    if (!known) {
      known = name
      for (let n = 2; known in $defs; n++) known = `${name}-${n}`
      names.set(text, known)
      $defs[known] = undefined
      $defs[known] = inside()
    }
    return { $ref: `#/$defs/${known}` }
  }
  const body = put(whole, 'whole') as object
  return Object.keys($defs).length ? { ...body, $defs } : body
}
const PLAIN = new Set([
  'properties',
  'items',
  'anyOf',
  'oneOf',
  'allOf',
  'prefixItems',
  'not',
  'additionalProperties',
  'if',
  'then',
  'else',
])
