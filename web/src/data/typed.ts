const CONTROL = /[\p{Cc}\p{Cs}\u2028\u2029\uFEFF]+/gu

/** What was typed or came in a file as one line: no file written from it can be broken by what cannot be seen. */
export const oneLine = (text: string): string => text.replace(CONTROL, ' ').replace(/ {2,}/g, ' ').trim()

/**
 * A file's text as JSON.
 * @throws SyntaxError where it is none, or names the one key that would not be read as it stands
 */
export function parsedText(text: string): unknown {
  if (text.includes('"__proto__"')) throw new SyntaxError('“__proto__” is no field of any record.')
  return JSON.parse(text)
}
