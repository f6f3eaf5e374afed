import Joi from 'joi'

/** The few shapes all schemas are made of. Lengths in mm. */
export const id = Joi.string().max(80).required()
export const rev = Joi.number().integer().min(0).required()
export const text = Joi.string().allow('').max(400)
export const name = (most: number) => Joi.string().max(most).required()
export const above0 = Joi.number().greater(0).max(1e7)
export const from0 = Joi.number().min(0).max(1e13)
export const length = Joi.number().greater(0).max(10_000)
export const whole = Joi.number().integer()
export const yes = Joi.boolean()

/** A word of one of core's lists: a member added there is known here at once. */
export const one = <T extends string>(words: readonly T[]) => Joi.string<T>().valid(...words)

/** Members of a union that have this word in their key. */
type Member<T, K extends string, V> = T extends Record<K, unknown> ? (V extends T[K] ? T : never) : never

/**
 * A union told apart by one key: a schema for every word the key can have, each checked against its member's type, so
 * that a new member does not compile until it stands here.
 */
export function variants<T extends Record<K, string>, K extends string>(
  key: K,
  rows: { [V in T[K]]: Joi.StrictSchemaMap<Omit<Member<T, K, V>, K>> },
): Joi.AlternativesSchema<T> {
  const words = Object.keys(rows) as T[K][]
  return Joi.alternatives<T>().conditional(`.${key}`, {
    switch: words.map((word, i) => ({
      is: word,
      then: Joi.object({ [key]: Joi.string(), ...(rows[word] as Joi.SchemaMap) }),
      ...(i === words.length - 1 && {
        otherwise: Joi.forbidden().messages({ 'any.unknown': `"${key}" must be one of ${words.join(', ')}` }),
      }),
    })),
  })
}

/** Checks without changing: what a file says is kept exactly or refused. The message names the place. */
export function check<T>(schema: Joi.Schema<T>, value: unknown): { ok: true; value: T } | { ok: false; message: string } {
  const { error } = schema.validate(value, { convert: false, abortEarly: true })
  return error ? { ok: false, message: error.message.replaceAll('"', '“').replace(/“([^“]*)“/g, '“$1”') } : { ok: true, value: value as T }
}
